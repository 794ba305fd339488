import { PER_CENT, readNumber } from "../args";
import { over, times } from "../figure/expression";
import { computed, type KnownOf, quantity, resultOf } from "../figure/figure";
import { type FieldError, failed, ok, type Result } from "../result";

interface SeedLotInput {
  thousandGrainWeightG: number;
  germinationPct: number;
  fieldEmergencePct: number;
}

function readLot(errors: FieldError[], input: SeedLotInput) {
  return {
    tgw: readNumber(errors, "thousandGrainWeightG", input.thousandGrainWeightG, { above: 0, max: 5000, unit: "g" }),
    germination: readNumber(errors, "germinationPct", input.germinationPct, PER_CENT),
    emergence: readNumber(errors, "fieldEmergencePct", input.fieldEmergencePct, PER_CENT),
  };
}

/**
 * Seeds to sow [per m2] and their mass [kg/ha] for a target population: the population school.
 *
 * seeds = plants / germination / field emergence; kg/ha = seeds per m2 x thousand-grain weight [g] / 100. Field
 * emergence is the share of the viable seeds that become plants.
 *
 * Example: 280 plants/m2, 47.5 g, 96 % and 88 % gives 331.4 seeds/m2 and 157.4 kg/ha.
 */
export function sowingRate(
  input: SeedLotInput & { targetPlantsPerM2: number },
  known: KnownOf<typeof input> = {},
): Result<{ seedsPerM2: number; kgPerHa: number }> {
  const errors: FieldError[] = [];
  const target = readNumber(errors, "targetPlantsPerM2", input.targetPlantsPerM2, {
    above: 0,
    max: 20_000,
    unit: "plants/m2",
  });
  const { tgw, germination, emergence } = readLot(errors, input);
  if (errors.length > 0) return failed(errors);
  const seedsPerM2 = computed(
    "Seeds to sow",
    "/m²",
    over(
      quantity("target plants", target, "/m²", known.targetPlantsPerM2),
      quantity("germination", germination, "%", known.germinationPct),
      quantity("field emergence", emergence, "%", known.fieldEmergencePct),
    ),
  );
  const kgPerHa = computed(
    "Seed rate",
    "kg/ha",
    over(
      times(
        resultOf("seeds to sow", seedsPerM2),
        quantity("thousand-grain weight", tgw, "g", known.thousandGrainWeightG),
      ),
      1000,
    ),
  );
  return ok({ seedsPerM2: seedsPerM2.value, kgPerHa: kgPerHa.value }, { seedsPerM2, kgPerHa });
}

/**
 * Plants that a mass of seed gives [per m2]: the inverse of sowingRate, for the handbook-mass school.
 *
 * Example: 157.4 kg/ha at 47.5 g, 96 % and 88 % gives 279.9 plants/m2.
 */
export function populationFromRate(
  input: SeedLotInput & { kgPerHa: number },
  known: KnownOf<typeof input> = {},
): Result<{ plantsPerM2: number }> {
  const errors: FieldError[] = [];
  const rate = readNumber(errors, "kgPerHa", input.kgPerHa, { min: 0, max: 10_000, unit: "kg/ha" });
  const { tgw, germination, emergence } = readLot(errors, input);
  if (errors.length > 0) return failed(errors);
  const plantsPerM2 = computed(
    "Plants expected at this rate",
    "/m²",
    times(
      over(
        quantity("rate", rate, "kg/ha", known.kgPerHa),
        over(quantity("thousand-grain weight", tgw, "g", known.thousandGrainWeightG), 1000),
      ),
      quantity("germination", germination, "%", known.germinationPct),
      quantity("field emergence", emergence, "%", known.fieldEmergencePct),
    ),
  );
  return ok({ plantsPerM2: plantsPerM2.value }, { plantsPerM2 });
}
