/** Arithmetic of spraying: tanks, calibration, active ingredient. */

import { readChoice, readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

const DOSE_UNITS = ["mL", "L", "g", "kg"] as const;
type DoseUnit = (typeof DOSE_UNITS)[number];
const DOSE_PER = ["ha", "L", "100L"] as const;
type DosePer = (typeof DOSE_PER)[number];
type Dose =
  | { amount: number; unit: DoseUnit; per: DosePer }
  /** of the water, by volume in litres or by mass in kilograms at 1 kg a litre */
  | { pct: number; of: "volume" | "mass" };

/** A remainder under this is rounding [L]. */
const NO_REMAINDER_L = 1e-6;

/**
 * Water and product by tanks. Dose by area, by litre or by 100 litres of water, or as per cent of the water: of volume it gives L, of
 * mass kg (1 kg/L). Without a remainder the last tank is 0. Errors name the field.
 *
 * Example: 7.4 ha, 180 L/ha, 1200 L, 0.85 L/ha: 1332 L, one full tank and 132 L, with 5.67 L and 0.62 L of 6.29 L.
 */
export function sprayMix(input: { areaHa: number; waterLPerHa: number; tankL: number; dose: Dose }): Result<{
  waterL: number;
  fullTanks: number;
  lastTankL: number;
  perFullTank: number;
  perLastTank: number;
  total: number;
  unit: DoseUnit;
}> {
  const errors: FieldError[] = [];
  const area = readNumber(errors, "areaHa", input?.areaHa, { above: 0, max: 100_000, unit: "ha" });
  const perHa = readNumber(errors, "waterLPerHa", input?.waterLPerHa, { above: 0, max: 20_000, unit: "L/ha" });
  const tank = readNumber(errors, "tankL", input?.tankL, { above: 0, max: 100_000, unit: "L" });
  const { perLitre, unit } = readDose(errors, input?.dose, perHa);
  if (errors.length > 0) return failed(errors);
  const waterL = area * perHa;
  let fullTanks = Math.floor(waterL / tank + NO_REMAINDER_L);
  let lastTankL = waterL - fullTanks * tank;
  if (lastTankL < NO_REMAINDER_L) lastTankL = 0;
  if (lastTankL > tank - NO_REMAINDER_L) {
    fullTanks += 1;
    lastTankL = 0;
  }
  return ok({
    waterL,
    fullTanks,
    lastTankL,
    perFullTank: perLitre * tank,
    perLastTank: perLitre * lastTankL,
    total: perLitre * waterL,
    unit,
  });
}

/** A dose as an amount for each litre of water. */
function readDose(
  errors: FieldError[],
  dose: Dose | undefined,
  waterLPerHa: number,
): { perLitre: number; unit: DoseUnit } {
  if (dose && "pct" in dose) {
    const of = readChoice(errors, "dose.of", dose.of, ["volume", "mass"] as const);
    const pct = readNumber(errors, "dose.pct", dose.pct, { above: 0, max: 100, unit: "%" });
    return { perLitre: pct / 100, unit: of === "mass" ? "kg" : "L" };
  }
  if (!dose || typeof dose !== "object") {
    errors.push(fieldError("dose", dose, "an amount with unit and per, or a per cent"));
    return { perLitre: 0, unit: "L" };
  }
  const amount = readNumber(errors, "dose.amount", dose.amount, { above: 0, max: 1_000_000 });
  const unit = readChoice(errors, "dose.unit", dose.unit, DOSE_UNITS);
  const per = readChoice(errors, "dose.per", dose.per, DOSE_PER);
  const litres = per === "ha" ? waterLPerHa : per === "100L" ? 100 : 1;
  return { perLitre: amount / litres, unit };
}

/**
 * Spray volume: of a boom 60,000 x flow of a nozzle / (speed x spacing), of a knapsack 10,000 x flow / (swath x walking speed) [L/ha].
 * Flow in L/min, speed in km/h or m/min, spacing in cm, swath in m.
 *
 * Example: 1.06 L/min, 50 cm, 7.5 km/h: 169.6 L/ha. Knapsack 0.8 L/min, 1 m, 60 m/min: 133 L/ha.
 */
export function sprayerCalibration(
  input:
    | { flowLPerMin: number; nozzleSpacingCm: number; speedKmH: number }
    | { flowLPerMin: number; swathM: number; speedMPerMin: number },
): Result<{ lPerHa: number }> {
  const errors: FieldError[] = [];
  const flow = readNumber(errors, "flowLPerMin", input?.flowLPerMin, { above: 0, max: 200, unit: "L/min" });
  if (input && "swathM" in input) {
    const swath = readNumber(errors, "swathM", input.swathM, { above: 0, max: 50, unit: "m" });
    const speed = readNumber(errors, "speedMPerMin", input.speedMPerMin, { above: 0, max: 500, unit: "m/min" });
    return errors.length > 0 ? failed(errors) : ok({ lPerHa: (10_000 * flow) / (swath * speed) });
  }
  const spacing = readNumber(errors, "nozzleSpacingCm", input?.nozzleSpacingCm, { above: 0, max: 500, unit: "cm" });
  const speed = readNumber(errors, "speedKmH", input?.speedKmH, { above: 0, max: 60, unit: "km/h" });
  return errors.length > 0 ? failed(errors) : ok({ lPerHa: (60_000 * flow) / (speed * spacing) });
}

type Content = { contentGPerL: number; contentPct?: never } | { contentPct: number; contentGPerL?: never };

/** Grams of active ingredient in one unit of product, by its content: g/L of a litre, per cent by mass of a kilogram. */
function gramsPerUnit(errors: FieldError[], content: Partial<Content>, unit: "L" | "kg"): number {
  const [perL, pct] = [content?.contentGPerL, content?.contentPct];
  if ((perL === undefined) === (pct === undefined)) {
    errors.push(fieldError("content", content, "either contentGPerL or contentPct"));
    return 1;
  }
  if (unit === "L" && perL === undefined) errors.push(fieldError("contentPct", pct, "contentGPerL for a liquid"));
  if (unit === "kg" && pct === undefined) errors.push(fieldError("contentGPerL", perL, "contentPct for a solid"));
  return perL !== undefined
    ? readNumber(errors, "contentGPerL", perL, { above: 0, max: 2000, unit: "g/L" })
    : 10 * readNumber(errors, "contentPct", pct, { above: 0, max: 100, unit: "%" });
}

/**
 * Active ingredient of a rate [g/ha]: litres by g/L, kilograms by per cent of mass.
 *
 * Example: 0.85 L/ha of 250 g/L: 212.5 g/ha; 2 kg/ha of 75 %: 1500 g/ha.
 */
export function activeIngredient(
  input: { productPerHa: number; unit: "L" | "kg" } & Content,
): Result<{ gPerHa: number }> {
  const errors: FieldError[] = [];
  const amount = readNumber(errors, "productPerHa", input?.productPerHa, { min: 0, max: 100_000 });
  const unit = readChoice(errors, "unit", input?.unit, ["L", "kg"] as const);
  const grams = gramsPerUnit(errors, input ?? {}, unit);
  return errors.length > 0 ? failed(errors) : ok({ gPerHa: amount * grams });
}

/**
 * Product for an amount of active ingredient: litres where its content is by litre, kilograms where it is by mass.
 *
 * Example: 212.5 g/ha of 250 g/L: 0.85 L; 1500 g/ha of 75 %: 2 kg.
 */
export function productFor(input: { gPerHa: number } & Content): Result<{ amount: number; unit: "L" | "kg" }> {
  const errors: FieldError[] = [];
  const grams = readNumber(errors, "gPerHa", input?.gPerHa, { min: 0, max: 1_000_000, unit: "g/ha" });
  const unit = input?.contentGPerL !== undefined ? "L" : "kg";
  const each = gramsPerUnit(errors, input ?? {}, unit);
  return errors.length > 0 ? failed(errors) : ok({ amount: grams / each, unit });
}
