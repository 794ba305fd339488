import type { SafeDays } from "../guides/schema-keep";

/**
 * Days for which a crop keeps at a moisture [%] and a warmth [C] by the guide's table: between its figures in a straight line of the logarithm
 * of days, beyond them as at the edge.
 *
 * Example: rows 16 % and 18 % with 100 and 40 days at 15 C: at 17 % the square root of 100 x 40 is 63 days.
 */
export function safeStorageDays(table: SafeDays, moisturePct: number, tempC: number): number {
  const rows = [...table.rows].sort((a, b) => a.moisturePct - b.moisturePct);
  const [r, rShare] = place(
    rows.map((row) => row.moisturePct),
    moisturePct,
  );
  const [c, cShare] = place(table.tempsC, tempC);
  const at = (row: number, column: number) => Math.log(rows[row]!.days[column]!);
  const along = (row: number) => at(row, c) * (1 - cShare) + at(row, c + 1) * cShare;
  return Math.exp(along(r) * (1 - rShare) + along(r + 1) * rShare);
}

/** The pair of steps that a value lies between, by the first one's place, and how far it is along [0 to 1]. */
function place(steps: number[], value: number): [number, number] {
  let i = 0;
  while (i < steps.length - 2 && value > steps[i + 1]!) i++;
  const [from, to] = [steps[i]!, steps[i + 1]!];
  return [i, Math.min(1, Math.max(0, (value - from) / (to - from)))];
}
