/** Irrigations that somebody put right, left out or logged. */

import { daysBetween } from "../../dates";
import type { Settled } from "../../water/giver";
import type { Draft } from "../sheet";
import type { WaterYear } from "./season";

/** Irrigations of a season at most; a daily one of a year is fewer. */
const MOST = 400;

/** The id of an irrigation as an operation, by its number in the season; the number is kept beside it, and never read off it. */
export const irrigationId = (number: number): string => `water-${number}`;

const NUMBERS: ReadonlyMap<string, number> = new Map(
  Array.from({ length: MOST }, (_, i) => [irrigationId(i + 1), i + 1]),
);

/** Whether any irrigation of the plan was logged. */
export const irrigationLogged = ({ facts }: Pick<Draft, "facts">): boolean =>
  facts.log.some((entry) => NUMBERS.has(entry.operationId));

/** What was moved, typed, left out or logged, by the number of the irrigation. */
export function settledIrrigations(
  { decisions, facts }: Draft,
  year: WaterYear,
  efficiencyPct: number,
): Map<number, Settled> {
  const settled = new Map<number, Settled>();
  const put = (id: string, more: Settled) => {
    const number = NUMBERS.get(id);
    if (number !== undefined) settled.set(number, { ...settled.get(number), ...more });
  };
  for (const [id, netMm] of Object.entries(decisions.water?.irrigations ?? {})) put(id, { netMm });
  for (const [id, { date }] of Object.entries(decisions.dates ?? {})) put(id, { day: daysBetween(year.from, date) });
  for (const id of Object.keys(decisions.skipped ?? {})) put(id, { left: true });
  for (const { operationId, doneOn, quantityPerHa } of facts.log)
    put(operationId, {
      day: daysBetween(year.from, doneOn),
      // logged in cubic metres a hectare; 10 of them are 1 mm
      ...(quantityPerHa === null ? {} : { netMm: ((quantityPerHa / 10) * efficiencyPct) / 100 }),
    });
  return settled;
}
