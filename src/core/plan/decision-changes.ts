/** Changes of decisions and fresh ones; apart from their schema, so that a page need not carry the validation. */

import type { Decisions } from "./decisions";

export const CURRENT_VERSION = 1;

/** The decisions of a plan that nobody has touched. */
export function freshDecisions(guideId: string): Decisions {
  return { version: CURRENT_VERSION, crop: { guideId } };
}

/** One change of the decisions: the value at a path, or undefined to go back to the default. */
export interface Change {
  path: string[];
  value: unknown;
}

/** A copy with the changes made; emptied objects along the way are removed, so that defaults leave no trace. */
export function applyChanges(decisions: Decisions, changes: Change[]): Decisions {
  return changes.reduce<unknown>((node, change) => setIn(node, change.path, change.value), decisions) as Decisions;
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
