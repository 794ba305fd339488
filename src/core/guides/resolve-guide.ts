import { perObject } from "../memo";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import { waysOfKind } from "./fitting";
import { merge } from "./merge";
import type { Guide, Kind, PlantingMethod, Product, Ranged } from "./schema";
import { schoolsOf } from "./schools";

/** Where a figure comes from, the later before the earlier. */
export const ORIGINS = ["archetype", "crop", "kind", "method", "product", "school", "practice"] as const;
export type Origin = (typeof ORIGINS)[number];

interface GuideSelection {
  kind?: string | undefined;
  method?: string | undefined;
  product?: string | undefined;
  /** the way that was chosen of each school, by the school's id; the first of a school where none was */
  schools?: Record<string, string> | undefined;
  /** a practice's own figures, which go before all others: a patch in the shape of the guide, lists by id */
  practice?: Record<string, unknown> | undefined;
}

export interface ResolvedGuide {
  /** the guide as it stands, for other kinds, methods and products of it */
  base: Guide;
  /** the guide with what the kind, the method, the product and the practice change of it */
  guide: Guide;
  kind: Kind;
  method: PlantingMethod;
  product: Product;
  /** where each figure that was changed comes from, by path; whatever is not named here is as the guide has it */
  origins: Record<string, Origin>;
}

const resolvedOf = perObject<Guide, string, Result<ResolvedGuide>>();

/**
 * One complete guide for a kind, planting method and product: the guide with what the kind, then the method, then the
 * product, then the ways that were chosen of its schools, then the practice change of it. `origins` names the layer of each figure, task or threat that was changed or
 * removed, by path ("products.grain.targetTPerHa"). Absent choices take the first of the guide. Errors: an unknown kind,
 * method, product or way of a school, or one that the kind is not grown by or for; a school, or a way of one, that only this kind or method does
 * not know is passed over.
 *
 * Example: resolveGuide(wheat, { kind: "spring" }) has 5.5 t/ha as typical target, of origin "kind".
 */
export function resolveGuide(guide: Guide, selection: GuideSelection = {}): Result<ResolvedGuide> {
  if (selection.practice) return resolve(guide, selection);
  const key = JSON.stringify([selection.kind, selection.method, selection.product, selection.schools]);
  return resolvedOf(guide, key, () => resolve(guide, selection));
}

/** The product's target as a way leaves it, each figure by its typical share. */
function scaled(guide: Guide, { id }: Product, share: Ranged): Ranged {
  const usual = guide.products.find((p) => p.id === id)?.targetTPerHa as Ranged;
  const part = (value: number) => Math.round(value * share.typical) / 100;
  return { ...usual, low: part(usual.low), typical: part(usual.typical), high: part(usual.high), source: share.source };
}

function resolve(guide: Guide, selection: GuideSelection): Result<ResolvedGuide> {
  const errors: FieldError[] = [];
  const pick = <T extends { id: string }>(field: string, list: T[], id: string | undefined): T => {
    const found = id === undefined ? list[0] : list.find((item) => item.id === id);
    if (!found) errors.push(fieldError(field, id, `one of ${list.map((item) => item.id).join(", ")}`));
    return found ?? (list[0] as T);
  };
  const kind = pick("kind", guide.kinds, selection.kind);
  const ways = waysOfKind(guide, kind.id);
  const method = pick("method", ways.methods, selection.method);
  const product = pick("product", ways.products, selection.product);
  if (errors.length > 0) return failed(errors);

  const again = <T extends { id: string }>(list: T[], id: string) => list.find((item) => item.id === id) as T;
  const origins: Record<string, Origin> = {};
  let whole: Guide = guide;
  const lay = (origin: Origin, patch: Record<string, unknown> | undefined) => {
    whole = merge(whole, patch, (path) => {
      origins[path] = origin;
    }) as Guide;
  };
  // what a kind changes of a method or product goes into that one's own changes
  lay("kind", kind.patch);
  lay("method", again(whole.methods, method.id).patch);
  lay("product", again(whole.products, product.id).patch);
  // grain with its straw yields what this kind's grain does
  const { soldAs } = again(whole.products, product.id);
  const goods = whole.products.find((p) => p.id === soldAs);
  if (goods) lay("kind", { products: { [product.id]: { targetTPerHa: goods.targetTPerHa } } });
  for (const school of schoolsOf(whole, method.id)) {
    const chosen = selection.schools?.[school.id];
    // a way that this kind or method has not, though the guide knows it, is passed over as another kind's method is
    const known = guide.schools.find((s) => s.id === school.id)?.options.some((o) => o.id === chosen);
    const option =
      school.options.find((o) => o.id === chosen) ?? (chosen === undefined || known ? school.options[0] : undefined);
    if (!option)
      return failed([
        fieldError(`schools.${school.id}`, chosen, `one of ${school.options.map((o) => o.id).join(", ")}`),
      ]);
    lay("school", option.patch);
    if (option.yieldPct)
      lay("school", { products: { [product.id]: { targetTPerHa: scaled(whole, product, option.yieldPct) } } });
  }
  lay("practice", selection.practice);
  return ok({
    base: guide,
    guide: whole,
    kind: again(whole.kinds, kind.id),
    method: again(whole.methods, method.id),
    product: again(whole.products, product.id),
    origins,
  });
}
