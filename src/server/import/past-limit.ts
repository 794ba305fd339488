/** Limits of files that are read: what a table of the trade may have, and far from what a process can bear. */

import { formatNumber } from "@/core/units/format-quantity";

/** Largest file taken [bytes]: some 100 000 rows. */
export const MOST_BYTES = 15_000_000;
export const MOST_ROWS = 50_000;
export const MOST_COLUMNS = 300;
export const MOST_CELLS = 3_000_000;
/** A workbook unpacks to no more than this [bytes]. */
export const MOST_UNPACKED = 120_000_000;
/** Files inside of a ZIP. */
export const MOST_ENTRIES = 2000;

/** More of something than is taken: it says of what, how much, and how much is allowed. */
export class PastLimit extends Error {
  override name = "PastLimit";
  constructor(what: string, given: number, allowed: number, advice = "Split the file.") {
    super(`${formatNumber(given)} ${what} given, allowed are ${formatNumber(allowed)}. ${advice}`);
  }
}

/** Holds what was counted against a limit. */
export function within(what: string, given: number, allowed: number, advice?: string): void {
  if (given > allowed) throw new PastLimit(what, given, allowed, advice);
}
