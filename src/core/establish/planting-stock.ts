import { PER_CENT, readNumber } from "../args";
import { type FieldError, failed, ok, type Result } from "../result";

/**
 * Planting stock to buy for units planted one by one: units, their mass [kg/ha] and, where units come several from one
 * source (cloves from a bulb, pieces from a tuber), the sources.
 *
 * units = plants x (1 + reserve) / usable share. Mass is that of the sources where their mass is given, since that is
 * what is bought. All per hectare and unrounded.
 *
 * Example: 44,444 tubers of 50 g, 97 % usable, 2 % in reserve: 46,735 units, 2,337 kg.
 */
export function plantingStock(input: {
  plantsPerHa: number;
  unitMassG: number;
  unitsPerSource?: number;
  sourceMassG?: number;
  usablePct: number;
  reservePct: number;
}): Result<{ units: number; massKg: number; sources: number | null }> {
  const errors: FieldError[] = [];
  const plants = readNumber(errors, "plantsPerHa", input.plantsPerHa, { above: 0, max: 1e8, unit: "/ha" });
  const unitMass = readNumber(errors, "unitMassG", input.unitMassG, { above: 0, max: 5000, unit: "g" });
  const usable = readNumber(errors, "usablePct", input.usablePct, PER_CENT);
  const reserve = readNumber(errors, "reservePct", input.reservePct, { min: 0, max: 200, unit: "%" });
  const perSource = readNumber(errors, "unitsPerSource", input.unitsPerSource, { above: 0, max: 1000, fallback: 0 });
  const sourceMass = readNumber(errors, "sourceMassG", input.sourceMassG, {
    above: 0,
    max: 10_000,
    unit: "g",
    fallback: 0,
  });
  if (errors.length > 0) return failed(errors);
  const units = (plants * (1 + reserve / 100)) / (usable / 100);
  const sources = perSource > 0 ? units / perSource : null;
  const massKg = sources !== null && sourceMass > 0 ? (sources * sourceMass) / 1000 : (units * unitMass) / 1000;
  return ok({ units, massKg, sources });
}

/**
 * Seed for transplants [g/ha], backwards through the losses: plants / field survival / nursery survival / germination
 * x thousand-grain weight.
 *
 * Example: 37,037 plants/ha, 95, 85 and 90 %, 3.6 g gives 183 g/ha.
 */
export function nurserySeed(input: {
  plantsPerHa: number;
  fieldSurvivalPct: number;
  nurserySurvivalPct: number;
  germinationPct: number;
  thousandGrainWeightG: number;
}): Result<{ seeds: number; seedG: number; seedlings: number }> {
  const errors: FieldError[] = [];
  const plants = readNumber(errors, "plantsPerHa", input.plantsPerHa, { above: 0, max: 1e8, unit: "/ha" });
  const share = (name: "fieldSurvivalPct" | "nurserySurvivalPct" | "germinationPct") =>
    readNumber(errors, name, input[name], PER_CENT) / 100;
  const [field, nursery, germination] = [
    share("fieldSurvivalPct"),
    share("nurserySurvivalPct"),
    share("germinationPct"),
  ];
  const tgw = readNumber(errors, "thousandGrainWeightG", input.thousandGrainWeightG, {
    above: 0,
    max: 5000,
    unit: "g",
  });
  if (errors.length > 0) return failed(errors);
  const seedlings = plants / field;
  const seeds = seedlings / nursery / germination;
  return ok({ seeds, seedG: (seeds * tgw) / 1000, seedlings });
}
