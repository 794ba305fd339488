/** The crop that a label has to name: what is grown, or all that stands in it together. */

import type { Guide, PlantingMethod } from "../../guides/schema";
import type { LabelUse, ProtectionProduct } from "../../records/inputs/protection-product";
import type { Decisions } from "../decisions";

export interface LabelCrop {
  id: string;
  name: string;
  /** crops of a mixture; none of one crop by itself */
  components: { id: string; name: string }[];
}

/** What a label has to name for a plan: of a mixture the crops that are sown in it. */
export function labelCropOf(
  guide: Pick<Guide, "id" | "name">,
  { stock }: Pick<PlantingMethod, "stock">,
  decisions: Pick<Decisions, "seed">,
): LabelCrop {
  const own = decisions.seed?.mixture ?? {};
  return {
    id: guide.id,
    name: guide.name.toLowerCase(),
    components:
      stock.by === "mixture"
        ? stock.components
            .filter((c) => (own[c.id]?.sharePct ?? c.sharePct.typical) > 0)
            .map(({ id, name }) => ({ id, name: name.toLowerCase() }))
        : [],
  };
}

const named = (product: Pick<ProtectionProduct, "uses">, crop: string, target: string): LabelUse[] =>
  product.uses.filter((u) => u.crop === crop && u.target === target);

/**
 * The label's uses of a product for a crop and an organism; more than one where its limits differ by stage. A mixture that
 * the label does not name itself may be treated where it names every crop in it, within the tightest of their limits.
 *
 * Example: barley up to 1.0 L/ha until 56 days before harvest and pea up to 0.8 L/ha until 35 days before: barley with pea
 * up to 0.8 L/ha until 56 days before.
 */
export function labelledUses(
  product: Pick<ProtectionProduct, "uses">,
  crop: Pick<LabelCrop, "id" | "components">,
  target: string,
): LabelUse[] {
  const own = named(product, crop.id, target);
  if (own.length > 0 || crop.components.length === 0) return own;
  return crop.components
    .map((c) => named(product, c.id, target))
    .reduce((all, uses) => all.flatMap((a) => uses.map((b) => tightest(a, b))));
}

/**
 * The stage at which a treatment begins to be within its label and of use: the first in which the threat matters here that the label
 * allows, else the first that the label allows, else the threat's first.
 *
 * Example: a threat from tillering (21) on and a label from BBCH 30: the first node (31).
 */
export function firstStageOf(
  stages: readonly { id: string; bbch: number }[],
  [from, to]: readonly [string, string],
  uses: readonly Pick<LabelUse, "fromBbch" | "toBbch">[],
): string {
  const allowed = (bbch: number) => uses.some((u) => bbch >= (u.fromBbch ?? 0) && bbch <= (u.toBbch ?? 99));
  const at = (id: string) => stages.findIndex((s) => s.id === id);
  const fits = stages.filter((s) => allowed(s.bbch));
  return (fits.find((s) => at(s.id) >= at(from) && at(s.id) <= at(to)) ?? fits[0])?.id ?? from;
}

/** Crops that a label would have to name and does not: the crop, or those of a mixture. */
export function unnamedCrops(product: Pick<ProtectionProduct, "uses">, crop: LabelCrop): string[] {
  const names = (id: string) => product.uses.some((u) => u.crop === id);
  if (names(crop.id)) return [];
  if (crop.components.length === 0) return [crop.name];
  return crop.components.filter((c) => !names(c.id)).map((c) => c.name);
}

type Limit = number | null;
const lower = (a: Limit, b: Limit): Limit => (a === null ? b : b === null ? a : Math.min(a, b));
const higher = (a: Limit, b: Limit): Limit => (a === null ? b : b === null ? a : Math.max(a, b));

/** What two uses both allow. */
function tightest(a: LabelUse, b: LabelUse): LabelUse {
  return {
    crop: `${a.crop} + ${b.crop}`,
    target: a.target,
    rateLow: higher(a.rateLow, b.rateLow),
    rate: Math.min(a.rate, b.rate),
    waterLow: higher(a.waterLow, b.waterLow),
    waterHigh: lower(a.waterHigh, b.waterHigh),
    most: lower(a.most, b.most),
    intervalDays: higher(a.intervalDays, b.intervalDays),
    fromBbch: higher(a.fromBbch, b.fromBbch),
    toBbch: lower(a.toBbch, b.toBbch),
    harvestWaitDays: higher(a.harvestWaitDays, b.harvestWaitDays),
    plantBackDays: higher(a.plantBackDays, b.plantBackDays),
    permit: [a.permit, b.permit].filter(Boolean).join(", "),
    permitUntil: [a.permitUntil, b.permitUntil].filter((d) => d !== null).sort()[0] ?? null,
  };
}
