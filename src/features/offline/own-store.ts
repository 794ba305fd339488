import { keptFor } from "./kept-for";

/**
 * What is typed and not saved, of whoever is here and nobody else: lines of localStorage under a name and the mark of person and
 * practice. What an earlier version of the program left under the name alone is taken by whoever finds it first.
 */
const ownKey = (name: string): string => [name, keptFor()].filter(Boolean).join(".");

/** What is kept under a name; null where nothing is. */
export function readOwn(name: string): string | null {
  const own = localStorage.getItem(ownKey(name));
  if (own !== null) return own;
  const old = localStorage.getItem(name);
  if (old === null) return null;
  localStorage.setItem(ownKey(name), old);
  if (ownKey(name) !== name) localStorage.removeItem(name);
  return old;
}

/** Keeps a text under a name; null where nothing is to be kept. */
export function keepOwn(name: string, text: string | null): void {
  if (text === null) localStorage.removeItem(ownKey(name));
  else localStorage.setItem(ownKey(name), text);
}
