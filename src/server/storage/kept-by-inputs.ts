/** What follows from its inputs alone, kept in a process for as long as others are not asked for more lately. */

import { createHash } from "node:crypto";

/** A short key of anything that JSON can say. */
export const keyOf = (of: unknown): string => createHash("sha1").update(JSON.stringify(of)).digest("base64");

/**
 * Keeps the last thing made for each of `most` names: `make` is called where one of its inputs is not the very same as last
 * time. An object that is made anew each time is given as its `keyOf`.
 *
 * Example: kept("plan a", [facts, keyOf(decisions)], () => draft()) drafts once while the facts are the same object and the
 * decisions say the same.
 */
export function keepByInputs<T>(most: number): (name: string, inputs: readonly unknown[], make: () => T) => T {
  const kept = new Map<string, { inputs: readonly unknown[]; value: T }>();
  return (name, inputs, make) => {
    const before = kept.get(name);
    const same = before?.inputs.length === inputs.length && before.inputs.every((one, i) => Object.is(one, inputs[i]));
    const own = before && same ? before : { inputs, value: make() };
    // the one that was asked for the longest ago goes first
    kept.delete(name);
    kept.set(name, own);
    if (kept.size > most) kept.delete(kept.keys().next().value as string);
    return own.value;
  };
}
