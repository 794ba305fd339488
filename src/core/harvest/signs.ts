/** What the signs of ripeness say together: how many days a crop still needs. */

import { readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

interface SignSeen {
  id: string;
  weight: number;
  /** days before the crop is ready on which it usually shows */
  showsBefore: number;
  /** null where nobody looked */
  seen: boolean | null;
}

export interface Ripeness {
  /** share of the weight of what was looked at that has shown [%]; null where nobody looked */
  seenPct: number | null;
  seen: number;
  lookedAt: number;
  /** days until it is ready: what the plan expects, held within what the signs allow */
  daysToReady: number | null;
  ready: boolean;
  /** ids of signs that do not go together: a late one is there and an earlier one is not */
  against: string[];
}

/**
 * Signs hold the day on which a crop is ready between bounds: one that shows `showsBefore` days ahead and is there leaves at most so many;
 * one that is not there leaves at least so many. The plan's own expectation counts between them; where signs contradict each other the
 * later bound counts, since what waits is lost slowly and what is cut green is lost at once. All signs there: ready.
 *
 * Example: colour (8 days ahead) and nail (4) are there, teeth (1) is not, the plan says 6: at most 4, at least 1: 4 days.
 */
export function ripenessFromSigns(input: { signs: SignSeen[]; expectedDays?: number | null }): Result<Ripeness> {
  const errors: FieldError[] = [];
  if (!Array.isArray(input?.signs) || input.signs.length === 0)
    return failed([fieldError("signs", input?.signs, "a list of at least one sign")]);
  input.signs.forEach((s, i) => {
    readNumber(errors, `signs.${i}.weight`, s?.weight, { above: 0, max: 100 });
    readNumber(errors, `signs.${i}.showsBefore`, s?.showsBefore, { min: 0, max: 365, unit: "days" });
    if (s?.seen !== null && typeof s?.seen !== "boolean")
      errors.push(fieldError(`signs.${i}.seen`, s?.seen, "yes, no, or null where nobody looked"));
  });
  const expected = input.expectedDays ?? null;
  if (expected !== null) readNumber(errors, "expectedDays", expected, { min: -365, max: 365, unit: "days" });
  if (errors.length > 0) return failed(errors);
  const looked = input.signs.filter((s) => s.seen !== null);
  const there = looked.filter((s) => s.seen);
  const missing = looked.filter((s) => !s.seen);
  if (looked.length === 0)
    return ok({ seenPct: null, seen: 0, lookedAt: 0, daysToReady: expected, ready: false, against: [] });
  const weight = (list: SignSeen[]) => list.reduce((sum, s) => sum + s.weight, 0);
  const atMost = there.length > 0 ? Math.min(...there.map((s) => s.showsBefore)) : Number.POSITIVE_INFINITY;
  const atLeast = missing.length > 0 ? Math.max(...missing.map((s) => s.showsBefore)) : 0;
  const ready = missing.length === 0 && there.length === input.signs.length;
  // nobody expects a day: as late as what has shown leaves, else as early as what has not
  const guess = expected ?? (Number.isFinite(atMost) ? atMost : atLeast);
  const between = Math.max(atLeast, Math.min(atMost, guess));
  return ok({
    seenPct: (100 * weight(there)) / weight(looked),
    seen: there.length,
    lookedAt: looked.length,
    daysToReady: ready ? 0 : Math.max(0, between),
    ready,
    against: missing.filter((s) => s.showsBefore > atMost).map((s) => s.id),
  });
}
