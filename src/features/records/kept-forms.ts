/** What was typed into a form and not saved, on this device, until it is. */

import type { Typed } from "@/core/records/typed-record";
import { keepOwn, readOwn } from "../offline/own-store";

const KEY = "typed-forms";
/** Forms kept at most; the oldest goes first. */
const MOST = 20;

type Kept = Record<string, { typed: Typed; at: number }>;

function all(): Kept {
  try {
    return JSON.parse(readOwn(KEY) ?? "{}") as Kept;
  } catch {
    return {};
  }
}

/** What was typed at a place and not saved; null where nothing was. */
export const keptTyped = (place: string): Typed | null =>
  typeof localStorage === "undefined" ? null : (all()[place]?.typed ?? null);

/** Keeps what is typed at a place; null where it was saved or given up. */
export function keepTyped(place: string, typed: Typed | null): void {
  const kept = all();
  if (typed) kept[place] = { typed, at: Date.now() };
  else delete kept[place];
  const newest = Object.entries(kept).sort(([, a], [, b]) => b.at - a.at);
  try {
    keepOwn(KEY, JSON.stringify(Object.fromEntries(newest.slice(0, MOST))));
  } catch {
    // a device without room keeps the form in sight only
  }
}
