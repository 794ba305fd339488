/** What follows from its key alone, kept in a process for as long as others are not asked for more lately. */

import { createHash } from "node:crypto";

/** A short key of anything that JSON can say. */
export const keyOf = (of: unknown): string => createHash("sha1").update(JSON.stringify(of)).digest("base64");

/**
 * Keeps the last thing made for each of `most` names: `make` is called where the key is another one than last time.
 *
 * Example: kept("plan a", keyOf([facts, decisions]), () => draft()) drafts once while facts and decisions stay the same.
 */
export function keepByKey<T>(most: number): (name: string, key: string, make: () => T) => T {
  const kept = new Map<string, { key: string; value: T }>();
  return (name, key, make) => {
    const before = kept.get(name);
    const own = before?.key === key ? before : { key, value: make() };
    // the one that was asked for the longest ago goes first
    kept.delete(name);
    kept.set(name, own);
    if (kept.size > most) kept.delete(kept.keys().next().value as string);
    return own.value;
  };
}

/**
 * The same where what it follows from are values and objects that are kept themselves: `make` is called where one of them is
 * not the very same as last time.
 *
 * Example: kept("plan a", [facts, revision], () => draft()) drafts once while the facts are the same object.
 */
export function keepByInputs<T>(most: number): (name: string, inputs: readonly unknown[], make: () => T) => T {
  const kept = new Map<string, { inputs: readonly unknown[]; value: T }>();
  return (name, inputs, make) => {
    const before = kept.get(name);
    const same =
      before?.inputs.length === inputs.length && before.inputs.every((input, i) => Object.is(input, inputs[i]));
    const own = before && same ? before : { inputs, value: make() };
    kept.delete(name);
    kept.set(name, own);
    if (kept.size > most) kept.delete(kept.keys().next().value as string);
    return own.value;
  };
}
