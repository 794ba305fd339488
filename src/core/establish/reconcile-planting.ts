import { describeRule, type NumberRule, readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import { SPACING_CM } from "./spacing";

/** A number, or a [low, high] range. */
export type Spread = number | [number, number];
type Range = [number, number];

const RULES = {
  rowSpacingCm: SPACING_CM,
  inRowSpacingCm: SPACING_CM,
  unitMassG: { above: 0, max: 5000, unit: "g" },
  unitDiameterCm: { above: 0, max: 50, unit: "cm" },
  massKgPerHa: { above: 0, max: 100_000, unit: "kg/ha" },
  unitsPerHa: { above: 0, max: 100_000_000, unit: "/ha" },
  unitsPerStation: { above: 0, max: 100 },
  croppedAreaPct: { above: 0, max: 100, unit: "%" },
} as const satisfies Record<string, NumberRule>;
type Name = keyof typeof RULES;
/** Figures that the others can imply; what is never inferred is left out. */
const INFERABLE = ["rowSpacingCm", "inRowSpacingCm", "unitMassG", "massKgPerHa", "unitsPerHa"] as const;

type PlantingInput = { [K in Name]?: Spread | undefined } & { tolerancePct?: number };

interface PlantingReconciliation {
  unitsPerHaFromSpacing: Spread | null;
  unitsPerHaFromMass: Spread | null;
  /** each figure that was not given, as the others imply it */
  implied: { [K in Name]?: Spread };
  consistent: boolean;
  disagreements: { figures: string[]; byPct: number; message: string }[];
}

/** Density of planting stock [g/cm3] and shape, from a sphere to one drawn out to twice its width. */
const DENSITY: Range = [0.9, 1.1];
const LONGEST = 2;

/**
 * Do spacing, count, mass per hectare and mass of one unit of planting stock (sets, cloves, tubers, seeds at stations)
 * say the same?
 *
 * units/ha from spacing = 10,000 / (row m x in-row m) x units per station x cropped share; from mass = mass / unit mass.
 * Figures may be numbers or [low, high] ranges; results are ranges when an input is. Consistent when all ranges of
 * units per hectare overlap after widening each by the tolerance (5 % by default), and when a unit of the given
 * diameter can have the given mass (density 0.9 to 1.1 g/cm3, sphere to twice as long). Absent unitsPerStation is 1 and
 * croppedAreaPct 100; they are never inferred. byPct says how far the nearest ends are apart, over the smaller.
 *
 * Example: rows 75 cm, 30 cm in the row, 2,500 kg/ha of 50 g tubers: 44,444 by spacing, 50,000 by mass, 12.5 % apart.
 */
export function reconcilePlanting(input: PlantingInput): Result<PlantingReconciliation> {
  const errors: FieldError[] = [];
  const tolerance =
    readNumber(errors, "tolerancePct", input.tolerancePct, { min: 0, max: 100, unit: "%", fallback: 5 }) / 100;
  const figures: Partial<Record<Name, Range>> = {};
  for (const name of Object.keys(RULES) as Name[]) {
    const range = readSpread(errors, name, input[name]);
    if (range) figures[name] = range;
  }
  if (errors.length > 0) return failed(errors);

  const { rowSpacingCm: row, inRowSpacingCm: inRow, unitMassG: unit, massKgPerHa: mass, unitsPerHa: stated } = figures;
  const perStation = figures.unitsPerStation ?? [1, 1];
  const cropped = figures.croppedAreaPct ?? [100, 100];
  // stations/ha = 10^8 cm2/ha / (row cm x in-row cm) x cropped share
  const density = times(times(perStation, cropped), [1e6, 1e6]);
  const fromSpacing = row && inRow ? over(density, times(row, inRow)) : null;
  const fromMass = mass && unit ? over(times(mass, [1000, 1000]), unit) : null;

  const units = stated ?? fromSpacing ?? fromMass;
  const implied: Partial<Record<Name, Range>> = {};
  if (units) {
    implied.unitsPerHa = units;
    if (unit) implied.massKgPerHa = over(times(units, unit), [1000, 1000]);
    if (mass) implied.unitMassG = over(times(mass, [1000, 1000]), units);
    if (row) implied.inRowSpacingCm = over(density, times(units, row));
    if (inRow) implied.rowSpacingCm = over(density, times(units, inRow));
  }

  const claims: { figures: string[]; name: string; range: Range }[] = [];
  if (stated) claims.push({ figures: ["unitsPerHa"], name: "the count", range: stated });
  if (fromSpacing)
    claims.push({ figures: ["rowSpacingCm", "inRowSpacingCm"], name: "the spacing", range: fromSpacing });
  if (fromMass) claims.push({ figures: ["massKgPerHa", "unitMassG"], name: "the mass", range: fromMass });
  const disagreements: PlantingReconciliation["disagreements"] = [];
  claims.forEach((a, i) => {
    for (const b of claims.slice(i + 1)) {
      if (overlap(a.range, b.range, tolerance)) continue;
      const [small, large] = a.range[1] < b.range[0] ? [a, b] : [b, a];
      const byPct = (large.range[0] / small.range[1] - 1) * 100;
      disagreements.push({
        figures: [...a.figures, ...b.figures],
        byPct,
        message: `${large.name} gives ${show(large.range)} units/ha, ${show([byPct, byPct])} % more than ${show(small.range)} by ${small.name}`,
      });
    }
  });

  const unitMass = unit ?? implied.unitMassG;
  if (figures.unitDiameterCm && unitMass) {
    const [low, high] = figures.unitDiameterCm;
    const sphere = (d: number) => (Math.PI / 6) * d ** 3;
    const can: Range = [DENSITY[0] * sphere(low), DENSITY[1] * LONGEST * sphere(high)];
    if (!overlap(can, unitMass, tolerance)) {
      const heavy = unitMass[0] > can[1];
      const byPct = (heavy ? unitMass[0] / can[1] - 1 : can[0] / unitMass[1] - 1) * 100;
      disagreements.push({
        figures: ["unitDiameterCm", unit ? "unitMassG" : "massKgPerHa"],
        byPct,
        message: `a unit ${show(figures.unitDiameterCm)} cm across weighs ${show(can)} g, not ${show(unitMass)} g (${heavy ? "too heavy" : "too light"} by ${show([byPct, byPct])} %)`,
      });
    }
  }

  const missing: { [K in Name]?: Spread } = {};
  for (const name of INFERABLE) {
    const range = implied[name];
    if (range && !figures[name]) missing[name] = plain(range);
  }
  return ok({
    unitsPerHaFromSpacing: fromSpacing && plain(fromSpacing),
    unitsPerHaFromMass: fromMass && plain(fromMass),
    implied: missing,
    consistent: disagreements.length === 0,
    disagreements,
  });
}

function readSpread(errors: FieldError[], name: Name, given: unknown): Range | null {
  if (given === undefined || given === null) return null;
  if (!Array.isArray(given)) {
    const value = readNumber(errors, name, given, RULES[name]);
    return [value, value];
  }
  if (given.length !== 2) {
    errors.push(fieldError(name, given, `${describeRule(RULES[name])}, or a [low, high] range of them`));
    return null;
  }
  const low = readNumber(errors, `${name}[0]`, given[0], RULES[name]);
  const high = readNumber(errors, `${name}[1]`, given[1], RULES[name]);
  if (low > high) errors.push(fieldError(name, given, "a range from low to high"));
  return [low, high];
}

const times = (a: Range, b: Range): Range => [a[0] * b[0], a[1] * b[1]];
const over = (a: Range, b: Range): Range => [a[0] / b[1], a[1] / b[0]];
const overlap = (a: Range, b: Range, tolerance: number) =>
  a[0] * (1 - tolerance) <= b[1] * (1 + tolerance) && b[0] * (1 - tolerance) <= a[1] * (1 + tolerance);
const plain = (range: Range): Spread => (Math.abs(range[1] - range[0]) <= 1e-9 * Math.abs(range[1]) ? range[0] : range);
const short = (value: number) => (value >= 100 ? String(Math.round(value)) : String(Number(value.toPrecision(3))));
const show = (range: Range) =>
  short(range[0]) === short(range[1]) ? short(range[0]) : `${short(range[0])} to ${short(range[1])}`;
