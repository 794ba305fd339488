/** What a plan's margin leans on: each figure that nobody measured here at the ends of its range, and whether measuring it pays. */

import { leanOn } from "../../rehearsal/lean-on";
import { failed, fieldError, ok, type Result } from "../../result";
import { q, span } from "../../units/told";
import { applyChanges, change } from "../decisions";
import { draftPlan } from "../draft-plan";
import { meanMargin } from "./mean-margin";
import { type MovedFigure, movedFigures } from "./moved-figures";
import type { PlanQuestion } from "./plan-question";

interface LeaningLine {
  id: string;
  label: string;
  /** what is planned, and from where to where it may be, in words */
  planned: string;
  range: string;
  basis: string;
  /** mean margin with the figure at its ends, the rest as planned [minor/ha] */
  atLow: number;
  atHigh: number;
  swing: number;
  /** how it is measured, what that costs here (null without a wage), and what knowing it brings at most by another nitrogen dose [minor/ha] */
  measuring: { how: string; costPerHa: number | null; bringsPerHa: number } | null;
}

export interface Leaning {
  marginPerHa: number;
  /** of so many figures that were moved, those that move the margin most, the most first */
  moved: number;
  lines: LeaningLine[];
}

/** So many are shown. */
const SHOWN = 10;
/** A margin that moves by less is not said to lean [share of the cost]; assumption. */
const WORTH_SAYING = 0.005;
const NITROGEN = "feed.n";

/**
 * The figures that move a plan's margin most. While one is moved the nitrogen stays as planned, since nobody knows of it yet; what
 * knowing brings is the margin with the dose that the moved season asks for, less that. Errors: those of draftPlan; a crop without a price.
 *
 * Example: a price of 172 to 258 a tonne swings a margin of 7.5 t by 645.
 */
export function leaningOf(question: PlanQuestion, onProgress?: (share: number) => void): Result<Leaning> {
  const { facts, decisions, season, guide } = question;
  const drafted = draftPlan(facts, decisions, season, guide);
  if (!drafted.ok) return drafted;
  const plan = drafted.value;
  const margin = meanMargin(plan);
  if (margin === null)
    return failed([fieldError("money.pricePerT", null, "a price of the crop: without one there is no margin")]);
  const hold = change(`overrides/${NITROGEN}`, { value: plan.feed.need.n, reason: "held" });
  const figures = movedFigures(plan, question);
  const all = new Map(figures.map((f) => [f.id, f]));
  let done = 0;
  const steps = 2 * figures.length + 2 * SHOWN;
  const tell = () => onProgress?.(Math.min(1, ++done / steps));
  const draftedMargin = (own: ReturnType<MovedFigure["move"]>, held: boolean): number => {
    tell();
    const moved = draftPlan(
      own.facts,
      held ? applyChanges(own.decisions, [hold]) : own.decisions,
      season,
      guide,
      held ? { waterN: 0, nitrogen: null } : null,
    );
    return moved.ok ? (meanMargin(moved.value) ?? margin) : margin;
  };
  const leaned = leanOn(figures, (moved) => {
    const [[id, value]] = Object.entries(moved) as [[string, number]];
    return draftedMargin((all.get(id) as MovedFigure).move(value), true);
  });
  if (!leaned.ok) return leaned;
  const wage = facts.prices.labourPerH;
  const lines = leaned.value
    .filter(({ swing }) => swing >= WORTH_SAYING * plan.money.costPerHa)
    .slice(0, SHOWN)
    .map(({ id, atLow, atHigh, swing }): LeaningLine => {
      const { move, measuring, label, basis, unit, low, planned, high } = all.get(id) as MovedFigure;
      const brings = () =>
        Math.max(0, draftedMargin(move(low), false) - atLow, draftedMargin(move(high), false) - atHigh);
      return {
        id,
        label,
        basis,
        planned: q(planned, unit, decimalsOf(high - low)),
        range: span(low, high, unit, decimalsOf(high - low)),
        atLow,
        atHigh,
        swing,
        measuring: measuring && {
          how: measuring.how,
          costPerHa: wage > 0 ? (measuring.hours * wage) / facts.field.areaHa : null,
          bringsPerHa: brings(),
        },
      };
    });
  return ok({ marginPerHa: margin, moved: figures.length, lines });
}

/** As many decimals as tell the ends of a range apart. */
const decimalsOf = (range: number): number => (range >= 10 ? 0 : range >= 1 ? 1 : 2);
