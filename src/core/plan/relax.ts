import { addDays } from "../dates";
import type { SeasonWindow, Wait } from "../season/solve-season";

/** Widens what the agronomist has relaxed, on both sides. */
export function relax(
  waits: Wait[],
  windows: SeasonWindow[],
  relaxed: Record<string, { days: number; reason: string }>,
): void {
  for (const wait of waits) {
    const by = relaxed[wait.id]?.days;
    if (!by) continue;
    if (typeof wait.minDays === "number") wait.minDays -= by;
    if (typeof wait.maxDays === "number") wait.maxDays += by;
  }
  for (const window of windows) {
    const by = relaxed[window.id]?.days;
    if (!by) continue;
    if (window.notBefore) window.notBefore = addDays(window.notBefore, -by);
    if (window.notAfter) window.notAfter = addDays(window.notAfter, by);
  }
}
