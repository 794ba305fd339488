/**
 * The short forms in which guides are written, made whole by the schema that stands at each place:
 *
 *   [low, typical, high] or [low, typical, high, source]   a ranged figure
 *   0.55 or [0.55, source]                                  a figure with its source
 *   [anchor, min, usual, max]                               a trigger; null for no maximum
 *   { late: { ... }, dry: { ... } }                         a list whose members have ids
 *
 * A figure or entry that names no source takes the file's own.
 */

import type { z } from "zod";
import { guideSchema, ranged, sourced, trigger } from "./schema";

type Tree = Record<string, unknown>;
type Schema = z.ZodType & {
  def: { type: string; innerType?: Schema; options?: Schema[]; element?: Schema; valueType?: Schema };
  shape?: Record<string, Schema>;
};

/** A value as written, with the short forms made whole; lists with ids stay keyed by id, so that they can be merged. */
export function expand(value: unknown, source: string, schema: z.ZodType = guideSchema): unknown {
  const at = bare(schema as Schema);
  if (value === null || value === undefined) return value;
  if (at === (ranged as unknown)) return expandRanged(value, source);
  if (at === (sourced as unknown)) return expandSourced(value, source);
  if (at === (trigger as unknown) && Array.isArray(value)) {
    const [from, min, usual, max] = value;
    return { from, min, usual, max };
  }
  switch (at.def.type) {
    case "object":
      return expandObject(value, source, at.shape ?? {});
    case "union": {
      const own = memberOf(at, value);
      return own ? expand(value, source, own) : value;
    }
    case "array": {
      const element = at.def.element as Schema;
      if (Array.isArray(value)) return value.map((item) => expand(item, source, element));
      if (typeof value !== "object") return value;
      return Object.fromEntries(Object.entries(value).map(([id, item]) => [id, expand(item, source, element)]));
    }
    case "record": {
      const inner = at.def.valueType as Schema;
      if (typeof value !== "object") return value;
      // a patch has the shape of the guide
      const next = bare(inner).def.type === "unknown" ? null : inner;
      return next
        ? Object.fromEntries(Object.entries(value).map(([key, item]) => [key, expand(item, source, next)]))
        : expandPatch(value as Tree, source);
    }
    default:
      return value;
  }
}

/** The member of a union that a value is of: the literals tell them apart; where a patch leaves them out any that has the keys will do. */
function memberOf(at: Schema, value: unknown): Schema | undefined {
  if (!isTree(value)) return undefined;
  return (at.def.options ?? []).find((o) => Object.keys(value).every((key) => key in (bare(o).shape ?? {})));
}

const expandPatch = (value: Tree, source: string) =>
  expandObject(value, source, (guideSchema as unknown as Schema).shape ?? {}, false);

function expandObject(value: unknown, source: string, shape: Record<string, Schema>, whole = true): unknown {
  if (typeof value !== "object" || value === null || Array.isArray(value)) return value;
  const made: Tree = {};
  for (const [key, item] of Object.entries(value)) made[key] = shape[key] ? expand(item, source, shape[key]) : item;
  if (whole && "source" in shape && !("source" in made)) made.source = source;
  return made;
}

function expandRanged(value: unknown, source: string): unknown {
  if (!Array.isArray(value)) return typeof value === "object" ? { source, ...(value as Tree) } : value;
  const [low, typical, high, own] = value;
  return { low, typical, high, source: own ?? source };
}

function expandSourced(value: unknown, source: string): unknown {
  if (typeof value === "number") return { value, source };
  if (Array.isArray(value)) return { value: value[0], source: value[1] ?? source };
  return { source, ...(value as Tree) };
}

/** Lists that were keyed by id as the lists that the schema wants; a patch stays keyed. */
export function listed(value: unknown, schema: z.ZodType = guideSchema): unknown {
  const at = bare(schema as Schema);
  if (value === null || typeof value !== "object") return value;
  switch (at.def.type) {
    case "object":
      return Object.fromEntries(
        Object.entries(value).map(([key, item]) => [key, at.shape?.[key] ? listed(item, at.shape[key]) : item]),
      );
    case "union": {
      const own = memberOf(at, value);
      return own ? listed(value, own) : value;
    }
    case "array": {
      const element = at.def.element as Schema;
      const list = Array.isArray(value)
        ? value
        : Object.entries(value).map(([id, item]) => ({ id, ...(item as Tree) }));
      return list.map((item) => listed(item, element));
    }
    default:
      return value;
  }
}

/**
 * A patch with its new members of lists made lists themselves inside; what changes a member that `tree` has stays keyed.
 */
export function listedNew(patch: unknown, tree: unknown, schema: z.ZodType = guideSchema): unknown {
  const at = bare(schema as Schema);
  if (!isTree(patch)) return patch;
  const under = isTree(tree) ? tree : {};
  if (at.def.type === "object")
    return Object.fromEntries(
      Object.entries(patch).map(([key, item]) => [
        key,
        at.shape?.[key] ? listedNew(item, under[key], at.shape[key]) : item,
      ]),
    );
  if (at.def.type === "union") {
    const own = memberOf(at, patch);
    return own ? listedNew(patch, tree, own) : patch;
  }
  if (at.def.type !== "array") return patch;
  const element = at.def.element as Schema;
  return Object.fromEntries(
    Object.entries(patch).map(([id, item]) => [
      id,
      id in under ? listedNew(item, under[id], element) : listed(item, element),
    ]),
  );
}

const isTree = (value: unknown): value is Tree => typeof value === "object" && value !== null && !Array.isArray(value);

/** The schema without what only says that a value may be absent. */
function bare(schema: Schema): Schema {
  let at = schema;
  while (at.def.innerType) at = at.def.innerType;
  return at;
}
