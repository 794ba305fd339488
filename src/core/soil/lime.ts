import { readChoice, readNumber } from "../args";
import { atLeast, type Expression, minus, over, type Term, times } from "../figure/expression";
import { computed, type KnownOf, quantity } from "../figure/figure";
import { type FieldError, failed, ok, type Result } from "../result";
import { limingGroup, TEXTURE_CLASSES, type TextureClass } from "./texture";

export const LIME_MATERIALS = ["groundLimestone", "granulatedLime", "burntLime", "hydratedLime"] as const;
type LimeMaterial = (typeof LIME_MATERIALS)[number];

/**
 * Least days from spreading to sowing. Assumption: fine limestone needs moisture and mixing for about three weeks
 * before a seedling meets a changed pH and three months to act in full; burnt and hydrated lime react within days and
 * can scorch a seedling before that; granulated lime is for maintenance and may go on at sowing.
 */
const LIME_LEAD_DAYS: Record<LimeMaterial, number> = {
  groundLimestone: 21,
  granulatedLime: 0,
  burntLime: 7,
  hydratedLime: 7,
};

/** Days until fine limestone has acted in full; see above. */
export const LIME_IN_FULL_DAYS = 90;
/** Ground limestone where no product is known: a usual declaration; assumption. */
export const STANDARD_LIME = { neutralisingValuePct: 90, finenessPct: 85, material: "groundLimestone" } as const;

const MOST_IN_ONE_DRESSING = 7.5;
/**
 * Most of a product in one dressing [t/ha]: 7.5 as product and as calcium carbonate, since a strong product is more lime
 * than it weighs; the rest follows a season later. Example: burnt lime of neutralising value 165: 4.5 t/ha.
 */
export const mostInOneDressing = (neutralisingValuePct: number, most = MOST_IN_ONE_DRESSING): number =>
  Math.min(most, most / (neutralisingValuePct / 100));

/** Granulated lime over this is no maintenance any more: it takes its time like other limestone [t/ha]; assumption. */
const MAINTENANCE_T_PER_HA = 1;
/** Least days from spreading so much of a lime to sowing. Example: 5 t of ground limestone: 21; 0.8 t of granulated lime: 0; none: 0. */
export const limeLeadDays = (material: LimeMaterial, tPerHa: number): number =>
  tPerHa <= 0
    ? 0
    : tPerHa > MAINTENANCE_T_PER_HA
      ? Math.max(LIME_LEAD_DAYS[material], material === "granulatedLime" ? LIME_LEAD_DAYS.groundLimestone : 0)
      : LIME_LEAD_DAYS[material];

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
 * Lime product needed to lift the pH of a layer of soil [t/ha], in dressings of at most 7.5 t/ha a season, as product and
 * as calcium carbonate.
 *
 * product = (target pH - pH) x t CaCO3 per pH unit in 20 cm x depth / 20 / neutralising value / fineness. The amount per
 * pH unit rises with the buffering of clay and organic matter (over 10 % organic, over 25 % peat).
 * A pH at or above the target needs none. Errors name each argument outside its range.
 *
 * Example: pH 5.6 to 6.5, sandyLoam, 3 % organic matter, 15 cm, neutralising value 90, fineness 85 gives 6.18 t/ha.
 */
export function limeRequirement(input: LimeInput, known: KnownOf<LimeInput> = {}): Result<LimeRequirement> {
  const errors: FieldError[] = [];
  const ph = readNumber(errors, "ph", input.ph, { min: 2, max: 11 });
  const targetPh = readNumber(errors, "targetPh", input.targetPh, { min: 3, max: 9 });
  const texture = readChoice(errors, "textureClass", input.textureClass, TEXTURE_CLASSES);
  const organicMatter = readNumber(errors, "organicMatterPct", input.organicMatterPct, { min: 0, max: 100, unit: "%" });
  const depthCm = readNumber(errors, "depthCm", input.depthCm, { above: 0, max: 60, unit: "cm" });
  // under 5 somebody has written 0.9 for 90 %
  const nv = readNumber(errors, "neutralisingValuePct", input.neutralisingValuePct, { min: 5, max: 200, unit: "%" });
  const fineness = readNumber(errors, "finenessPct", input.finenessPct, { min: 5, max: 120, unit: "%" });
  const material = readChoice(errors, "material", input.material, LIME_MATERIALS, "groundLimestone");
  const most = readNumber(errors, "maxDressingTPerHa", input.maxDressingTPerHa, {
    above: 0,
    max: 30,
    unit: "t/ha",
    fallback: MOST_IN_ONE_DRESSING,
  });
  if (errors.length > 0) return failed(errors);

  const group = organicMatter > 25 ? "peat" : organicMatter > 10 ? "organic" : limingGroup(texture);
  const figure = computed(
    "Lime needed",
    "t lime/ha",
    asProduct(
      times(
        atLeast(
          minus(
            quantity("target pH", targetPh, "pH", known.targetPh),
            quantity("pH", ph, "pH", known.ph ?? { basis: { kind: "measured", text: "soil test" } }),
          ),
          0,
        ),
        quantity(`CaCO3 per pH unit (${group})`, T_PER_PH_UNIT[group], "t/ha of mass", {
          basis: { kind: "source", text: "general liming tables by soil group" },
        }),
      ),
      { depthCm, neutralisingValuePct: nv, finenessPct: fineness },
      known,
    ),
    "A laboratory's buffer-pH figure for this soil is better than a table where one is to be had.",
  );
  return ok(requirement(figure.value, material, nv, most), { productTPerHa: figure });
}

/**
 * Lime product by the laboratory's buffer-pH figure [t/ha]: its calcium carbonate for 20 cm of this soil and this target,
 * scaled by the depth that is limed, over neutralising value and fineness. The other school: better than a table where a
 * laboratory gives one, since it measures the buffering that the table assumes.
 *
 * Example: 4 t CaCO3/ha for 20 cm, 15 cm limed, 90 and 85 %: 3.92 t/ha.
 */
export function limeByBuffer(
  input: {
    caco3TPerHa: number;
    depthCm: number;
    neutralisingValuePct: number;
    finenessPct: number;
    material?: LimeMaterial;
  },
  known: KnownOf<typeof input> = {},
): Result<LimeRequirement> {
  const errors: FieldError[] = [];
  const caco3 = readNumber(errors, "caco3TPerHa", input.caco3TPerHa, { min: 0, max: 60, unit: "t/ha" });
  const depthCm = readNumber(errors, "depthCm", input.depthCm, { above: 0, max: 60, unit: "cm" });
  const nv = readNumber(errors, "neutralisingValuePct", input.neutralisingValuePct, { min: 5, max: 200, unit: "%" });
  const fineness = readNumber(errors, "finenessPct", input.finenessPct, { min: 5, max: 120, unit: "%" });
  const material = readChoice(errors, "material", input.material, LIME_MATERIALS, "groundLimestone");
  if (errors.length > 0) return failed(errors);
  const figure = computed(
    "Lime needed",
    "t lime/ha",
    asProduct(
      quantity("CaCO3 by the laboratory", caco3, "t/ha of mass", { basis: { kind: "measured", text: "buffer pH" } }),
      { depthCm, neutralisingValuePct: nv, finenessPct: fineness },
      known,
    ),
  );
  return ok(requirement(figure.value, material, nv, MOST_IN_ONE_DRESSING), { productTPerHa: figure });
}

type Product = Pick<LimeInput, "depthCm" | "neutralisingValuePct" | "finenessPct">;

/** Calcium carbonate for 20 cm as so much of a product for a depth [t/ha]. */
const asProduct = (caco3: Term, product: Product, known: KnownOf<Product>): Expression =>
  over(
    times(caco3, quantity("depth mixed", product.depthCm, "cm", known.depthCm)),
    quantity("depth that it is stated for", STATED_FOR_CM, "cm"),
    quantity("neutralising value", product.neutralisingValuePct, "%", known.neutralisingValuePct),
    quantity("fineness", product.finenessPct, "%", known.finenessPct),
  );
/** Tables and laboratories state calcium carbonate for so deep a layer [cm]. */
const STATED_FOR_CM = 20;

function requirement(productTPerHa: number, material: LimeMaterial, nv: number, most: number): LimeRequirement {
  const mostProduct = mostInOneDressing(nv, most);
  const dressings: LimeRequirement["dressings"] = [];
  for (let left = productTPerHa, season = 0; left > 1e-9; left -= mostProduct, season++)
    dressings.push({ tPerHa: Math.min(left, mostProduct), season });
  return {
    productTPerHa,
    dressings,
    earliestSowingAfterDays: limeLeadDays(material, productTPerHa),
  };
}
