/**
 * What the agronomist decides, as types, and changes of it; the validation stands in decisions-schema.ts, so that a page
 * need not carry it. Whatever is absent takes the guide's default, so a draft that nobody touched is a full plan already.
 */

import type { z } from "zod";
import type { CommonDecisions } from "../plan/common-decisions";
import type { feedDecisions } from "./feed/decisions";
import type { groundDecisions } from "./ground/decisions";
import type { harvestDecisions } from "./harvest/decisions";
import type { keepDecisions } from "./keep/decisions";
import type { moneyDecisions } from "./money/decisions";
import type { protectDecisions } from "./protect/decisions";
import type { seedDecisions } from "./seed/decisions";
import type { soilDecisions } from "./soil/decisions";
import type { waterDecisions } from "./water/decisions";

export const DECISIONS_VERSION = 2;

export interface Decisions extends CommonDecisions {
  version: typeof DECISIONS_VERSION;
  ground?: z.infer<typeof groundDecisions> | undefined;
  soil?: z.infer<typeof soilDecisions> | undefined;
  seed?: z.infer<typeof seedDecisions> | undefined;
  feed?: z.infer<typeof feedDecisions> | undefined;
  water?: z.infer<typeof waterDecisions> | undefined;
  protect?: z.infer<typeof protectDecisions> | undefined;
  harvest?: z.infer<typeof harvestDecisions> | undefined;
  keep?: z.infer<typeof keepDecisions> | undefined;
  money?: z.infer<typeof moneyDecisions> | undefined;
}

type Plain = string | number | boolean | readonly unknown[];
type Defined<T> = Exclude<T, undefined>;
/** Every path into a value, its keys joined by "/". */
type PathOf<T> = T extends Plain
  ? never
  : {
      [K in keyof T & string]: `${K}` | (PathOf<Defined<T[K]>> extends infer P extends string ? `${K}/${P}` : never);
    }[keyof T & string];
type ValueAt<T, P extends string> = P extends `${infer K}/${infer Rest}`
  ? K extends keyof T
    ? ValueAt<Defined<T[K]>, Rest>
    : never
  : P extends keyof T
    ? T[P]
    : never;

/** The path of a decision: one that does not exist does not compile. */
export type DecisionPath = PathOf<Omit<Decisions, "version">>;
export type DecisionAt<P extends string> = ValueAt<Omit<Decisions, "version">, P>;

/** One change of the decisions: the value at a path, or undefined to go back to the default. */
export interface Change {
  path: DecisionPath;
  value: unknown;
}

/** A change whose value fits its path. Example: change("targetTPerHa", 8.5). */
export function change<P extends DecisionPath>(path: P, value: DecisionAt<P> | undefined): Change {
  return { path, value };
}

/** The decisions of a plan that nobody has touched. */
export function freshDecisions(guideId: string): Decisions {
  return { version: DECISIONS_VERSION, crop: { guideId } };
}

/** A copy with the changes made; emptied objects along the way are removed, so that defaults leave no trace. */
export function applyChanges(decisions: Decisions, changes: Change[]): Decisions {
  return changes.reduce<unknown>(
    (node, { path, value }) => setIn(node, path.split("/"), value),
    decisions,
  ) as Decisions;
}

function setIn(node: unknown, path: string[], value: unknown): unknown {
  const [head, ...rest] = path;
  if (head === undefined) return value;
  const copy: Record<string, unknown> = { ...(node as Record<string, unknown> | undefined) };
  const next = setIn(copy[head], rest, value);
  if (next === undefined) delete copy[head];
  else copy[head] = next;
  return Object.keys(copy).length === 0 ? undefined : copy;
}

/**
 * What turns one state of decisions into another, leaf by leaf: for undoing, and for putting one's own changes on top of
 * somebody else's.
 */
export function changesBetween(before: Decisions, after: Decisions): Change[] {
  const changes: Change[] = [];
  const walk = (path: string[], a: unknown, b: unknown) => {
    if (JSON.stringify(a) === JSON.stringify(b)) return;
    if (isTree(a) && isTree(b))
      for (const key of new Set([...Object.keys(a), ...Object.keys(b)])) walk([...path, key], a[key], b[key]);
    else changes.push({ path: path.join("/") as DecisionPath, value: b });
  };
  walk([], before, after);
  return changes;
}

/**
 * One's own changes since `base` put on top of what somebody else made of it meanwhile, and the paths that both changed
 * differently, where one's own stand.
 *
 * Example: base {targetTPerHa: 8}, mine 9 there, theirs money/harvest 3 there: 9 with their money, and both is empty.
 */
export function putOnTop(
  base: Decisions,
  mine: Decisions,
  theirs: Decisions,
): { decisions: Decisions; both: DecisionPath[] } {
  const own = changesBetween(base, mine);
  const others = changesBetween(base, theirs);
  const touch = (a: string, b: string) => `${a}/`.startsWith(`${b}/`) || `${b}/`.startsWith(`${a}/`);
  return {
    decisions: applyChanges(theirs, own),
    both: own
      .filter((mine) =>
        others.some((o) => touch(o.path, mine.path) && JSON.stringify(o.value) !== JSON.stringify(mine.value)),
      )
      .map((c) => c.path),
  };
}

const isTree = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);
