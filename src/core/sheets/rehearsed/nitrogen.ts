/**
 * The nitrogen that a plan's seasons ask for: the dose, split as planned, at which their mean no longer gains its price. The mean, since each
 * season levels off at a kink: their middle jumps from one season's kink to the next, the mean is smooth and weighs dear lacks as they cost.
 */

import { latest } from "../../memo";
import type { SolvedDates } from "../../plan/dates";
import type { NitrogenArrival } from "../../rehearsal/course";
import { OUT } from "../../rehearsal/outcome";
import { EVERY_FOURTH, meanOf, rehearse } from "../../rehearsal/rehearse";
import type { AskedNitrogen, Dated, Draft } from "../sheet";
import { type Dates, questionOf, recoveredOf, spelling } from "./draft";

/** The steps in which a dose is sought: far, then near the top of the parabola through three of those; the dose lies on that through the last three [kg N/ha]. */
const FAR = 40;
const NEAR = 10;
/** No dose is sought past this, in parts of the most that is usual, nor past so much [kg N/ha]. */
const MOST = { ofUsual: 1.5, kgPerHa: 400 };

/** So much more is shown beside the dose [kg N/ha]. */
const MORE_KG = 20;

const found = latest<AskedNitrogen>(40);

/**
 * The dose that a dated plan's seasons ask for, begun from the one that it was drafted with. Null where no season can be rehearsed, or where
 * no nitrogen is for sale.
 *
 * Example: where 20 kg more would bring 0.05 t at 200 a tonne and cost 1.1 a kilogram, 10 against 22, the dose is not raised.
 */
export function nitrogenAsked(
  draft: Draft<Dated>,
  solved: SolvedDates,
  operations: Dates,
  pricePerT: number,
): AskedNitrogen | null {
  const { guide } = draft.context.crop;
  const question = questionOf(draft, solved, operations);
  const pricePerKg = priceOfNitrogen(draft);
  if (typeof question === "string" || pricePerKg === null) return null;
  return found(`${pricePerT} ${pricePerKg} ${spelling(question)}`, () => {
    const { course, plan, basis } = question;
    const recovered = recoveredOf(draft.context);
    const kgOf = (list: NitrogenArrival[]) => list.reduce((sum, a) => sum + a.nitrate + a.ammonium, 0) / recovered;
    // what is spread stands: sought is what is still to be given
    const open = plan.arrivals.filter((a) => a.dose !== undefined && !a.done);
    const others = plan.arrivals.filter((a) => a.dose === undefined || a.done);
    const spread = kgOf(others.filter((a) => a.done));
    const planned = kgOf(open);
    const yields = new Map<number, number>();
    const yieldAt = (kgPerHa: number): number => {
      const known = yields.get(kgPerHa);
      if (known !== undefined) return known;
      const given = planned > 0 ? open.map((a) => times(a, kgPerHa / planned)) : [];
      const arrivals = [...others, ...given].sort((a, b) => a.day - b.day);
      const mean = meanOf(rehearse(course, { ...plan, arrivals }, basis.fit, EVERY_FOURTH), OUT.yield);
      yields.set(kgPerHa, mean);
      return mean;
    };
    const marginAt = (kgPerHa: number) => yieldAt(kgPerHa) * pricePerT - kgPerHa * pricePerKg;
    const most = Math.min(MOST.kgPerHa, Math.round((guide.usual.n.high * MOST.ofUsual) / 10) * 10);
    const top = (at: number, step: number) =>
      at > 0 ? at + vertex(marginAt(Math.max(0, at - step)), marginAt(at), marginAt(at + step)) * step : 0;
    /** Uphill from a dose in such steps; of two that bring the same to the smaller. */
    const climbed = (from: number, step: number): number => {
      for (let at = from; ; ) {
        const [less, more] = [Math.max(0, at - step), Math.min(most, at + step)];
        const next = marginAt(less) >= marginAt(at) ? less : marginAt(more) > marginAt(at) ? more : at;
        if (next === at) return at;
        at = next;
      }
    };
    const nearby = (kgPerHa: number) => Math.max(0, Math.min(most, Math.round(kgPerHa / NEAR) * NEAR));
    const begun = open.length > 0 ? climbed(nearby(planned), FAR) : 0;
    const best = open.length > 0 ? climbed(nearby(begun >= FAR ? top(begun, FAR) : begun), NEAR) : 0;
    const still = top(best, NEAR);
    return {
      kgPerHa: spread + still,
      spreadKgPerHa: spread,
      yieldTPerHa: yieldAt(best),
      more: { kgPerHa: MORE_KG, tPerHa: yieldAt(best + MORE_KG) },
      pricePerT,
      pricePerKg,
    };
  });
}

/** Where the parabola through three values a step apart is highest, in steps from the middle one, which is the highest of them. */
function vertex(before: number, middle: number, after: number): number {
  const bend = before - 2 * middle + after;
  return bend < 0 ? (before - after) / (2 * bend) : 0;
}

const times = (arrival: NitrogenArrival, share: number): NitrogenArrival => ({
  ...arrival,
  nitrate: arrival.nitrate * share,
  ammonium: arrival.ammonium * share,
});

/** What a kilogram of nitrogen costs in what is planned, else in what is cheapest of the practice's [minor]; null where none is sold. */
function priceOfNitrogen({ facts, parts }: Draft<Dated>): number | null {
  const bought = parts.feed.doses.filter((d) => d.by === "n" && (d.brings.n ?? 0) > 0);
  const kg = bought.reduce((sum, d) => sum + (d.brings.n ?? 0), 0);
  if (kg > 0) return bought.reduce((sum, d) => sum + d.cost, 0) / kg;
  const prices = facts.fertilisers.flatMap((f) =>
    (f.contents.n ?? 0) > 0 ? [f.pricePerT / (10 * (f.contents.n ?? 0))] : [],
  );
  return prices.length > 0 ? Math.min(...prices) : null;
}
