/** Gifts that somebody put right, left out or logged. */

import { daysBetween } from "../../dates";
import type { Settled } from "../../water/giver";
import type { Draft } from "../sheet";
import type { WaterYear } from "./season";

/** The ids of gifts as operations: this and a number. */
export const GIFT = "water-";

/** What was moved, typed, left out or logged, by the number of the gift. */
export function settledGifts(
  { decisions, facts }: Draft,
  year: WaterYear,
  efficiencyPct: number,
): Map<number, Settled> {
  const settled = new Map<number, Settled>();
  const put = (id: string, more: Settled) => {
    const number = id.startsWith(GIFT) ? Number(id.slice(GIFT.length)) : Number.NaN;
    if (Number.isInteger(number) && number > 0) settled.set(number, { ...settled.get(number), ...more });
  };
  for (const [id, netMm] of Object.entries(decisions.water?.gifts ?? {})) put(id, { netMm });
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
