import { readChoice, readNumber } from "../args";
import { computed } from "../figure";
import { type FieldError, failed, ok, type Result } from "../result";
import { limingGroup, TEXTURE_CLASSES, type TextureClass } from "./texture";

export const LIME_MATERIALS = ["groundLimestone", "granulatedLime", "burntLime", "hydratedLime"] as const;
export type LimeMaterial = (typeof LIME_MATERIALS)[number];

/**
 * Least days from spreading to sowing. Assumption: fine limestone needs moisture and mixing for about three weeks
 * before a seedling meets a changed pH and three months to act in full; burnt and hydrated lime react within days and
 * can scorch a seedling before that; granulated lime is for maintenance and may go on at sowing.
 */
export const LIME_LEAD_DAYS: Record<LimeMaterial, number> = {
  groundLimestone: 21,
  granulatedLime: 0,
  burntLime: 7,
  hydratedLime: 7,
};

/** t CaCO3-equivalent per ha and pH unit in 20 cm of soil. General liming tables; the classes are those of texture.ts. */
const T_PER_PH_UNIT = { sand: 6, medium: 7, clay: 8, organic: 8, peat: 16 } as const;

export interface LimeInput {
  ph: number;
  targetPh: number;
  textureClass: TextureClass;
  organicMatterPct: number;
  depthCm: number;
  /** CaCO3 = 100 */
  neutralisingValuePct: number;
  /** efficiency relative to standard ground limestone = 100 */
  finenessPct: number;
  material?: LimeMaterial;
  maxDressingTPerHa?: number;
}

export interface LimeRequirement {
  productTPerHa: number;
  dressings: { tPerHa: number; season: number }[];
  earliestSowingAfterDays: number;
}

/**
 * Lime product needed to lift the pH of a layer of soil [t/ha], in dressings of at most 7.5 t/ha a season.
 *
 * product = (target pH - pH) x t CaCO3 per pH unit in 20 cm x depth / 20 / neutralising value / fineness. The amount per
 * pH unit rises with the buffering of clay and organic matter (over 10 % organic, over 25 % peat).
 * A pH at or above the target needs none. Errors name each argument outside its range.
 *
 * Example: pH 5.6 to 6.5, sandyLoam, 3 % organic matter, 15 cm, neutralising value 90, fineness 85 gives 6.18 t/ha.
 */
export function limeRequirement(input: LimeInput): Result<LimeRequirement> {
  const errors: FieldError[] = [];
  const ph = readNumber(errors, "ph", input.ph, { min: 2, max: 11 });
  const targetPh = readNumber(errors, "targetPh", input.targetPh, { min: 3, max: 9 });
  const texture = readChoice(errors, "textureClass", input.textureClass, TEXTURE_CLASSES);
  const organicMatter = readNumber(errors, "organicMatterPct", input.organicMatterPct, { min: 0, max: 100, unit: "%" });
  const depthCm = readNumber(errors, "depthCm", input.depthCm, { above: 0, max: 60, unit: "cm" });
  const nv = readNumber(errors, "neutralisingValuePct", input.neutralisingValuePct, { above: 0, max: 200, unit: "%" });
  const fineness = readNumber(errors, "finenessPct", input.finenessPct, { above: 0, max: 120, unit: "%" });
  const material = readChoice(errors, "material", input.material, LIME_MATERIALS, "groundLimestone");
  const most = readNumber(errors, "maxDressingTPerHa", input.maxDressingTPerHa, {
    above: 0,
    max: 30,
    unit: "t/ha",
    fallback: 7.5,
  });
  if (errors.length > 0) return failed(errors);

  const group = organicMatter > 25 ? "peat" : organicMatter > 10 ? "organic" : limingGroup(texture);
  const perUnit = T_PER_PH_UNIT[group];
  const lift = Math.max(0, targetPh - ph);
  const productTPerHa = (lift * perUnit * (depthCm / 20)) / (nv / 100) / (fineness / 100);

  const dressings: LimeRequirement["dressings"] = [];
  for (let left = productTPerHa, season = 0; left > 1e-9; left -= most, season++)
    dressings.push({ tPerHa: Math.min(left, most), season });

  const figure = computed(
    "Lime needed",
    productTPerHa,
    "t lime/ha",
    "(target pH - pH) x t CaCO3 per pH unit in 20 cm x depth / 20 / neutralising value / fineness",
    [
      { label: "pH", value: ph, basis: { kind: "measured", text: "soil test" } },
      { label: "target pH", value: targetPh },
      {
        label: `CaCO3 per pH unit (${group})`,
        value: perUnit,
        unit: "t/ha",
        basis: { kind: "source", text: "general liming tables by soil group" },
      },
      { label: "depth mixed", value: depthCm, unit: "cm" },
      { label: "neutralising value", value: nv, unit: "%" },
      { label: "fineness", value: fineness, unit: "%" },
    ],
    "A laboratory's buffer-pH figure for this soil is better than a table where one is to be had.",
  );
  return ok(
    { productTPerHa, dressings, earliestSowingAfterDays: productTPerHa > 0 ? LIME_LEAD_DAYS[material] : 0 },
    { productTPerHa: figure },
  );
}
