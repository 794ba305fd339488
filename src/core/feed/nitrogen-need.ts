import { readNumber } from "../args";
import { atLeast, minus, over, times } from "../figure/expression";
import { computed, type KnownOf, quantity } from "../figure/figure";
import { type FieldError, failed, ok, type Result } from "../result";

interface NitrogenNeedInput {
  targetYieldTPerHa: number;
  /** N that the crop takes up for each tonne of product at its usual moisture [kg/t] */
  uptakeKgPerT: number;
  soilMineralNKgPerHa: number;
  mineralisationKgPerHa: number;
  /** N of residues that stands in the soil: shares in the division. What tables give in fertiliser equivalents is `legumeNKgPerHa` */
  residueCreditKgPerHa: number;
  /** share of fertiliser N that the crop takes up, 0 to 1 */
  recovery: number;
  /** manure N, and what the previous crop leaves, in fertiliser equivalents: outside of the division; negative where straw ties N up */
  manureNKgPerHa?: number;
  legumeNKgPerHa?: number;
}

/**
 * Fertiliser nitrogen by the balance school [kg N/ha]: what the target takes up less what the soil gives, over the
 * recovery of fertiliser N, less manure and legume N in fertiliser equivalents; never below 0.
 *
 * Default school, because it answers to this field's target and soil rather than to a booklet's flat rate.
 * Example: 8.5 t/ha x 24 kg/t, 55 + 40 + 15 from the soil, recovery 0.65, no manure: (204 - 110) / 0.65 = 144.6.
 */
export function nitrogenNeed(
  input: NitrogenNeedInput,
  known: KnownOf<NitrogenNeedInput> = {},
): Result<{ nKgPerHa: number; uptakeKgPerHa: number; soilSupplyKgPerHa: number }> {
  const errors: FieldError[] = [];
  const kg = { min: 0, max: 2000, unit: "kg/ha" };
  const target = readNumber(errors, "targetYieldTPerHa", input.targetYieldTPerHa, { min: 0, max: 300, unit: "t/ha" });
  const uptake = readNumber(errors, "uptakeKgPerT", input.uptakeKgPerT, { min: 0, max: 200, unit: "kg/t" });
  const mineral = readNumber(errors, "soilMineralNKgPerHa", input.soilMineralNKgPerHa, kg);
  const mineralisation = readNumber(errors, "mineralisationKgPerHa", input.mineralisationKgPerHa, kg);
  const residue = readNumber(errors, "residueCreditKgPerHa", input.residueCreditKgPerHa, { ...kg, min: -200 });
  const recovery = readNumber(errors, "recovery", input.recovery, { above: 0, max: 1 });
  const manure = readNumber(errors, "manureNKgPerHa", input.manureNKgPerHa, { ...kg, fallback: 0 });
  const legume = readNumber(errors, "legumeNKgPerHa", input.legumeNKgPerHa, { ...kg, min: -200, fallback: 0 });
  if (errors.length > 0) return failed(errors);

  const nKgPerHa = computed(
    "Nitrogen to apply",
    "kg N/ha",
    atLeast(
      minus(
        over(
          minus(
            times(
              quantity("target", target, "t/ha", known.targetYieldTPerHa),
              quantity("uptake", uptake, "kg/t", known.uptakeKgPerT),
            ),
            quantity("soil mineral N", mineral, "kg/ha", known.soilMineralNKgPerHa),
            quantity("mineralisation", mineralisation, "kg/ha", known.mineralisationKgPerHa),
            quantity("residue N in the soil", residue, "kg/ha", known.residueCreditKgPerHa),
          ),
          quantity("recovery", recovery, "share", known.recovery),
        ),
        quantity("manure N, fertiliser equivalent", manure, "kg/ha", known.manureNKgPerHa),
        quantity("previous crop N, fertiliser equivalent", legume, "kg/ha", known.legumeNKgPerHa),
      ),
      0,
    ),
  );
  return ok(
    {
      nKgPerHa: nKgPerHa.value,
      uptakeKgPerHa: target * uptake,
      soilSupplyKgPerHa: mineral + mineralisation + residue,
    },
    { nKgPerHa },
  );
}
