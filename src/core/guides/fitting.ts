/** What of a guide goes together: the planting methods and products that a kind is grown by and for. */

import type { Guide, PlantingMethod, Product } from "./schema";

interface Chosen {
  kind?: string | undefined;
  method?: string | undefined;
  product?: string | undefined;
}

/** Planting methods and products of a kind, the usual one first; all of the guide's where the kind names none. */
export function waysOfKind(
  guide: Pick<Guide, "kinds" | "methods" | "products">,
  kindId: string | undefined,
): { methods: PlantingMethod[]; products: Product[] } {
  const kind = guide.kinds.find((k) => k.id === kindId) ?? guide.kinds[0];
  return { methods: named(guide.methods, kind?.methods), products: named(guide.products, kind?.products) };
}

/** Those of a list that are named, in the order of the names. */
function named<T extends { id: string }>(list: T[], names: string[] | undefined): T[] {
  return names ? names.flatMap((name) => list.filter((item) => item.id === name)) : list;
}

/**
 * A choice without the method or product that another kind was grown by or for: they are passed over, and what is usual of this kind
 * takes their place. What the guide does not know at all stays, to be refused by name.
 *
 * Example: grain, kept from a grain maize when the plan became one of silage maize, is passed over.
 */
export function fitting<T extends Chosen>(guide: Pick<Guide, "kinds" | "methods" | "products">, chosen: T): T {
  const ways = waysOfKind(guide, chosen.kind);
  const fits = <I extends { id: string }>(id: string | undefined, all: I[], own: I[]) =>
    id !== undefined && all.some((i) => i.id === id) && !own.some((i) => i.id === id) ? undefined : id;
  return {
    ...chosen,
    method: fits(chosen.method, guide.methods, ways.methods),
    product: fits(chosen.product, guide.products, ways.products),
  };
}

/** Which year of its planting a way of planting is: the first where something is planted. */
export const yearOfStand = (method: PlantingMethod): number => (method.stock.by === "standing" ? method.stock.year : 1);

/**
 * The way in which a planting goes on after this one; undefined where it ends.
 *
 * Example: after bulbs planted last spring the second year of the planting.
 */
export function nextYearOf(
  guide: Pick<Guide, "kinds" | "methods" | "products">,
  crop: { kindId?: string | undefined; methodId?: string | undefined },
): PlantingMethod | undefined {
  const { methods } = waysOfKind(guide, crop.kindId);
  const now = methods.find((m) => m.id === crop.methodId) ?? methods[0];
  return now && methods.find((m) => yearOfStand(m) === yearOfStand(now) + 1);
}

/** The product whose tonne is sold: straw that goes along does not make grain another good. */
export const goodsOf = (product: Pick<Product, "id" | "soldAs">): string => product.soldAs ?? product.id;

/** What of a lot says how it can be planted. */
export interface Stock {
  guideId: string;
  kindId: string;
  thousandGrainWeightG: number | null;
  unitMassG: number | null;
}

/** A lot whose units weigh so many times more or less than a guide's range is stock of another kind; assumption. */
const UNIT_TIMES = 3;

/**
 * Whether a lot is stock that a method plants: counted seed is drilled, sets, cloves and tubers are planted one by one. What a lot
 * says nothing of stands in no way's way.
 *
 * Example: onion sets of 4 g fit the planting of sets and not the drill.
 */
export function stockFits({ stock }: Pick<PlantingMethod, "stock">, lot: Omit<Stock, "guideId" | "kindId">): boolean {
  const { thousandGrainWeightG: grain, unitMassG: unit } = lot;
  if (stock.by === "seed") return grain !== null || unit === null;
  if (stock.by !== "unit") return true;
  if (unit === null) return grain === null;
  const { low, high } = stock.unitMassG;
  return unit >= low / UNIT_TIMES && unit <= high * UNIT_TIMES;
}

/**
 * The method that the stock at hand of a kind decides: the usual one where some lot fits it or there is none of the kind, else the first
 * that some lot fits.
 */
export function methodForStock(
  guide: Pick<Guide, "id" | "kinds" | "methods" | "products">,
  kindId: string | undefined,
  lots: readonly Stock[],
): string | undefined {
  const { methods } = waysOfKind(guide, kindId);
  const kind = kindId ?? guide.kinds[0]?.id;
  const own = lots.filter((l) => l.guideId === guide.id && l.kindId === kind);
  if (own.length === 0) return undefined;
  const fits = methods.find((m) => own.some((l) => stockFits(m, l)));
  return fits && fits.id !== methods[0]?.id ? fits.id : undefined;
}
