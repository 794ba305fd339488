/** From a plan to the questions that the sowing window asks of the simulation: its own dates, and the fall-backs. */

import { addDays, daysBetween, type IsoDate, toDay } from "../dates";
import { type ResolvedGuide, resolveGuide } from "../guides/resolve-guide";
import type { Guide } from "../guides/schema";
import type { PlanFacts } from "../plan/facts";
import { OWN } from "../plan/own-operations";
import { chosenWindow, type DatedWindow, sowingWindows } from "../plan/sowing-windows";
import { growthCrop } from "../season/growth";
import { expectedYield, type WindowQuestion } from "../season/sowing-window";
import type { Climate } from "../weather/climate";
import { type Change, change } from "./decisions";
import { fallBack } from "./index";
import type { Plan } from "./plan";

/** Days looked at before the first customary date and after the last. */
const BEFORE = 24;
const AFTER = 36;
const MOST_DATES = 60;

/** Own yields of a crop on this field. */
export const ownYields = (facts: PlanFacts, guideId: string): number[] =>
  facts.history.filter((h) => h.crop === guideId && h.yieldTPerHa !== null).map((h) => h.yieldTPerHa as number);

/** The customary windows of a crop on this field. */
export const windowsOf = (facts: PlanFacts, crop: ResolvedGuide, season: number): DatedWindow[] =>
  sowingWindows(crop.kind, facts.field.zone, season, {
    methodId: crop.method.id,
    latitudeDeg: facts.climate?.latitudeDeg,
  });

/** Share of full growth that the nitrogen of a plan allows; the soil alone gives half (assumption). */
export function nitrogenFactor(plan: Pick<Plan, "feed">): number {
  const { need, supplied } = plan.feed;
  return need.n > 0 ? Math.min(1, 0.5 + (0.5 * supplied.n) / need.n) : 1;
}

export interface PlanWindows {
  resolved: ResolvedGuide;
  windows: DatedWindow[];
  chosen: DatedWindow;
  expected: ReturnType<typeof expectedYield>;
}

/** The resolved guide of a plan, its customary windows and the yield to expect. */
export function planWindows(facts: PlanFacts, plan: Plan): PlanWindows {
  const { crop } = plan;
  const windows = windowsOf(facts, crop, plan.season);
  return {
    resolved: crop,
    windows,
    chosen: chosenWindow(windows, plan.plantingDate ?? undefined, facts.today),
    expected: expectedYield(crop.product.targetTPerHa.typical, ownYields(facts, crop.guide.id)),
  };
}

/** The question of a plan's sowing window; of one date only when `only` names it. Null without a climate. */
export function windowQuestion(facts: PlanFacts, plan: Plan, of: PlanWindows, only?: IsoDate): WindowQuestion | null {
  const { climate } = facts;
  const first = of.windows[0];
  const last = of.windows.at(-1);
  if (!climate || !first || !last) return null;
  const start = addDays(first.from, -BEFORE);
  // what is sown already is looked at from its date on; what is not cannot be sown in the past
  const sown = facts.log.some((entry) => entry.operationId === OWN.plant) ? plan.plantingDate : null;
  const from = only ?? (sown ? (sown < start ? sown : start) : start < facts.today ? facts.today : start);
  const to = only ?? addDays(last.until, AFTER);
  return {
    ...question(facts, climate, of.resolved, plan.season, of.chosen, of.expected.value, nitrogenFactor(plan)),
    from,
    to: to < from ? from : to,
    stepDays: Math.max(1, Math.ceil(daysBetween(from, to < from ? from : to) / MOST_DATES)),
    ...(only ? {} : { customary: of.windows.map((w) => ({ from: w.from, until: w.until })) }),
    targetTPerHa: plan.targetTPerHa,
  };
}

function question(
  facts: PlanFacts,
  climate: Climate,
  resolved: ResolvedGuide,
  season: number,
  window: DatedWindow,
  expectedTPerHa: number,
  nitrogen: number,
): Omit<WindowQuestion, "from" | "to" | "stepDays" | "targetTPerHa"> {
  const crop = growthCrop(resolved, facts.field, {
    nitrogenFactor: nitrogen,
    earlyBefore: toDay(window.best),
    latenessLossPctPerDay: window.latenessLossPctPerDay,
  });
  return {
    climate,
    season,
    today: facts.today,
    observed: facts.observedWeather,
    guide: { stages: resolved.guide.stages, climate: resolved.guide.climate },
    kind: resolved.kind,
    crop,
    referenceDate: window.best,
    expectedTPerHa,
  };
}

export interface Fallback {
  id: string;
  kind: "later" | "other type" | "other crop";
  label: string;
  date: IsoDate;
  /** what makes this fall-back of the plan's decisions */
  changes: Change[];
  /** the guide that such a plan is drafted with */
  guide: Guide;
  question: WindowQuestion;
}

/**
 * What can be done when the window is missed: the same crop on `missedOn` with the seed rate that lateness asks for,
 * another type of it, another crop, each on the first of its good dates from then on. Crops count as fitting when their
 * guide, one of `others`, knows a window in this zone in the season and their years of rest are kept.
 */
export function fallbacks(facts: PlanFacts, plan: Plan, missedOn: IsoDate, others: Guide[]): Fallback[] {
  const { climate } = facts;
  if (!climate) return [];
  const list: Fallback[] = [];
  const planTypical = plan.crop.product.targetTPerHa.typical;
  for (const guide of [plan.crop.base, ...others.filter((g) => g.id !== plan.crop.base.id)])
    for (const kind of guide.kinds) {
      const same = guide.id === plan.crop.guide.id;
      const own = same && kind.id === plan.crop.kind.id;
      const resolved = resolveGuide(guide, {
        kind: kind.id,
        ...(own ? { method: plan.crop.method.id, product: plan.crop.product.id } : {}),
      });
      if (!resolved.ok || (!same && !kind.windows.some((w) => w.zone === facts.field.zone))) continue;
      const gap = Math.max(guide.rotation.gapYears.value, 0);
      if (!same && facts.history.some((h) => h.crop === guide.id && plan.season - h.season <= gap)) continue;
      const windows = windowsOf(facts, resolved.value, plan.season);
      const later = windows.find((w) => w.until >= missedOn);
      if (!own && !later) continue;
      const window = own ? chosenWindow(windows, plan.plantingDate ?? undefined, facts.today) : (later as DatedWindow);
      const date = own || window.best < missedOn ? missedOn : window.best;
      // the history does not say which type was grown: taken as the plan's, scaled to the other by the typical yields
      const typical = resolved.value.product.targetTPerHa.typical;
      const scale = same && !own ? typical / planTypical : 1;
      const yields = ownYields(facts, guide.id).map((y) => y * scale);
      const expected = expectedYield(typical, yields).value;
      list.push({
        id: `${guide.id}.${kind.id}`,
        kind: own ? "later" : same ? "other type" : "other crop",
        label: own ? `${kind.name}, later and thicker` : kind.name,
        date,
        changes: [
          ...(own ? [] : same ? fallBack("kind") : fallBack("crop")),
          ...(own ? [] : [change("crop", { guideId: guide.id, kindId: kind.id })]),
          change("dates", { [OWN.plant]: { date, held: true } }),
        ],
        guide,
        question: {
          ...question(facts, climate, resolved.value, plan.season, window, expected, 1),
          from: date,
          to: date,
          stepDays: 1,
          targetTPerHa: expected,
        },
      });
    }
  return list;
}
