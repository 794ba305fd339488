import { readNumber } from "../args";
import { computed } from "../figure";
import { type FieldError, failed, ok, type Result } from "../result";

export interface NitrogenNeedInput {
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

  const uptakeKgPerHa = target * uptake;
  const soilSupplyKgPerHa = mineral + mineralisation + residue;
  const nKgPerHa = Math.max(0, (uptakeKgPerHa - soilSupplyKgPerHa) / recovery - manure - legume);
  return ok(
    { nKgPerHa, uptakeKgPerHa, soilSupplyKgPerHa },
    {
      nKgPerHa: computed(
        "Nitrogen to apply",
        nKgPerHa,
        "kg N/ha",
        "(target x uptake - soil mineral N - mineralisation - residue N in the soil) / recovery - manure N - previous crop N",
        [
          { label: "target", value: target, unit: "t/ha" },
          { label: "uptake", value: uptake, unit: "kg/t" },
          { label: "soil mineral N", value: mineral, unit: "kg/ha" },
          { label: "mineralisation", value: mineralisation, unit: "kg/ha" },
          { label: "residue N in the soil", value: residue, unit: "kg/ha" },
          { label: "recovery", value: recovery },
          { label: "manure N, fertiliser equivalent", value: manure, unit: "kg/ha" },
          { label: "previous crop N, fertiliser equivalent", value: legume, unit: "kg/ha" },
        ],
      ),
    },
  );
}
