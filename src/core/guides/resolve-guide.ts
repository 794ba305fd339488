import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import type { Guide, Kind, PlantingMethod, Product, Ranged } from "./schema";

export type Origin = "base" | "kind" | "method" | "product" | "situation";

export interface GuideSelection {
  kind?: string | undefined;
  method?: string | undefined;
  product?: string | undefined;
  /** figures of this field or season that go before all others, by path */
  situation?: Record<string, number | Ranged> | undefined;
}

export interface ResolvedGuide {
  /** the guide as it stands, for other kinds, methods and products of it */
  base: Guide;
  /** the guide with the figures of the kind, method and product */
  guide: Guide;
  kind: Kind;
  method: PlantingMethod;
  product: Product;
  /** where each figure that was replaced comes from, by path; whatever is not named here is base */
  origins: Record<string, Origin>;
}

/**
 * One complete guide for a kind, planting method and product: the base guide with the figures replaced that the kind,
 * the method, the product and the situation say otherwise, the later before the earlier. `origins` names the source
 * level of each replaced figure. Absent choices take the first of the guide.
 *
 * Paths name list members by id: "products.grain.targetTPerHa". Errors: an unknown kind, method, product or path.
 *
 * Example: resolveGuide(wheat, { kind: "spring" }) has 5.5 t/ha as typical target, of origin "kind".
 */
export function resolveGuide(guide: Guide, selection: GuideSelection = {}): Result<ResolvedGuide> {
  const errors: FieldError[] = [];
  const pick = <T extends { id: string }>(field: string, list: T[], id: string | undefined): T => {
    const found = id === undefined ? list[0] : list.find((item) => item.id === id);
    if (!found) errors.push(fieldError(field, id, `one of ${list.map((item) => item.id).join(", ")}`));
    return found ?? (list[0] as T);
  };
  const kind = pick("kind", guide.kinds, selection.kind);
  const method = pick("method", guide.methods, selection.method);
  const product = pick("product", guide.products, selection.product);

  const origins: Record<string, Origin> = {};
  let resolved: Guide = guide;
  const layers: [Origin, Record<string, number | Ranged> | undefined][] = [
    ["kind", kind.overrides],
    ["method", method.overrides],
    ["product", product.overrides],
    ["situation", selection.situation],
  ];
  for (const [origin, figures] of layers) {
    for (const [path, figure] of Object.entries(figures ?? {})) {
      const next = replaced(resolved, path.split("."), figure);
      if (next === null) errors.push(fieldError(`${origin}.${path}`, figure, "the path of a figure of this guide"));
      else {
        resolved = next as Guide;
        origins[path] = origin;
      }
    }
  }
  if (errors.length > 0) return failed(errors);
  const again = <T extends { id: string }>(list: T[], id: string) => list.find((item) => item.id === id) as T;
  return ok({
    base: guide,
    guide: resolved,
    kind: again(resolved.kinds, kind.id),
    method: again(resolved.methods, method.id),
    product: again(resolved.products, product.id),
    origins,
  });
}

/** A copy with one figure replaced, sharing all else; null when the path leads nowhere. */
function replaced(node: unknown, path: string[], figure: number | Ranged): unknown {
  const [head, ...rest] = path;
  if (head === undefined)
    return typeof node === "number" || (typeof node === "object" && node !== null && "typical" in node) ? figure : null;
  if (Array.isArray(node)) {
    const at = node.findIndex((item) => item?.id === head);
    const next = at < 0 ? null : replaced(node[at], rest, figure);
    return next === null ? null : node.map((item, i) => (i === at ? next : item));
  }
  if (typeof node !== "object" || node === null || !(head in node)) return null;
  const next = replaced((node as Record<string, unknown>)[head], rest, figure);
  return next === null ? null : { ...node, [head]: next };
}
