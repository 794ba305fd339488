import { daysBetween, type IsoDate } from "@/core/dates";
import type { WindowAnswer, WindowDate } from "@/core/season/sowing-window";

/** The simulated date nearest to one; null where none was simulated. */
export function nearestDate(answer: WindowAnswer, date: IsoDate): WindowDate | null {
  return answer.dates.reduce<WindowDate | null>(
    (a, b) => (a === null || Math.abs(daysBetween(b.date, date)) < Math.abs(daysBetween(a.date, date)) ? b : a),
    null,
  );
}
