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
