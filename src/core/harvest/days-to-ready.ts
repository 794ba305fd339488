/** Days until a crop can be cut, from a look at its signs and the moisture of a sample. */

import { type Ripeness, ripenessFromSigns } from "./signs";

interface RipenessQuestion {
  signs: { id: string; weight: number; showsBefore: number }[];
  seen: Readonly<Record<string, boolean>>;
  /** of a sample; null where none was measured */
  moisturePct: number | null;
  /** at which it is cut, and points that it falls in a usual day; null of crops that are not dried */
  cutPct: number | null;
  pctPerDay: number | null;
  /** days until the plan says that it is ready */
  expectedDays: number | null;
}

interface DaysToReady {
  days: number | null;
  by: "moisture" | "signs" | "plan";
  signs: Ripeness | null;
}

/**
 * What was measured goes before what was seen: points over the moisture at cutting / points a day, in whole days. Without a measured
 * moisture the signs decide (ripenessFromSigns), without either the plan.
 *
 * Example: 19.4 % where it is cut at 16 and falls by a point a day: 4 days, whatever the signs say.
 */
export function daysToReady(input: RipenessQuestion): DaysToReady {
  const { signs, seen, moisturePct, cutPct, pctPerDay, expectedDays } = input;
  const asked = signs.map((s) => ({ ...s, seen: seen[s.id] ?? null }));
  const read = asked.length > 0 ? ripenessFromSigns({ signs: asked, expectedDays }) : null;
  const ripeness = read?.ok ? read.value : null;
  if (moisturePct !== null && cutPct !== null && pctPerDay !== null && pctPerDay > 0)
    return { days: Math.max(0, Math.ceil((moisturePct - cutPct) / pctPerDay - 1e-9)), by: "moisture", signs: ripeness };
  if (ripeness && ripeness.lookedAt > 0) return { days: ripeness.daysToReady, by: "signs", signs: ripeness };
  return { days: expectedDays, by: "plan", signs: ripeness };
}

/** How many signs are there, and by weight where that says something else. */
function seenInWords({ seen, lookedAt, seenPct }: Ripeness): string {
  const count = `${seen} of ${lookedAt} signs`;
  const byWeight = seenPct === null ? null : Math.round(seenPct);
  return byWeight === null || byWeight === Math.round((100 * seen) / lookedAt)
    ? count
    : `${count}, ${byWeight} % by weight`;
}

/** The same in words. Example: "3 of 4 signs: ready in about 6 days". */
export function readyInWords({ days, by, signs }: DaysToReady): string {
  const lead = by === "moisture" ? "By its moisture" : by === "signs" && signs ? seenInWords(signs) : "By the plan";
  const against = signs && signs.against.length > 0 ? "; signs contradict each other, look again in two days" : "";
  if (days === null) return `${lead}: no day is known${against}`;
  return days === 0
    ? `${lead}: ready${against}`
    : `${lead}: ready in about ${days} ${days === 1 ? "day" : "days"}${against}`;
}
