/** What can be done when a sowing window is missed: later, another type, another crop, each with what the farm can carry. */

import { type IsoDate, toDay } from "../dates";
import { type ImplementId, implementOf } from "../ground/implements";
import { type ResolvedGuide, resolveGuide } from "../guides/resolve-guide";
import type { Guide } from "../guides/schema";
import { askedOf } from "../plan/asked-of";
import type { PlanFacts } from "../plan/facts";
import { listedPrice } from "../plan/listed-price";
import { OWN } from "../plan/own-operations";
import { ownYields } from "../plan/own-yields";
import { rehearsalBasis, usualWater, walkedFrom } from "../plan/rehearsal-basis";
import { CRITERION_NAMES, NOT_OF_YIELD, type Suitability } from "../plan/site-criteria";
import { siteSuitability, unseenShare } from "../plan/site-suitability";
import { chosenWindow, type DatedWindow } from "../plan/sowing-windows";
import { UNPLANNED } from "../rehearsal/unplanned";
import type { WindowQuestion } from "../season/sowing-window";
import { seasonWeather } from "../weather/season-weather";
import { type Change, change } from "./decisions";
import { fallBack } from "./faces";
import type { Plan } from "./plan";
import { windowsOf } from "./varied/window-question";

interface Fallback {
  id: string;
  kind: "later" | "other type" | "other crop";
  label: string;
  date: IsoDate;
  /** what makes this fall-back of the plan's decisions */
  changes: Change[];
  /** the guide that such a plan is drafted with */
  guide: Guide;
  site: Suitability;
  /** why this farm or field cannot carry it; empty where it can */
  cannot: string[];
  /** null where it cannot ripen here */
  question: WindowQuestion | null;
}

/** Under this share of the typical yield a site does not carry a crop; assumption. */
const TOO_POOR = 0.4;
/** Days that all hands of a farm can spend on planting, or on the harvest; assumption. */
const MOST_HAND_DAYS = 30;
const HOURS_A_DAY = 8;

/** What keeps a farm from growing a crop: the site, its rests, machines, hands, and an outlet. */
function whyNot(facts: PlanFacts, crop: ResolvedGuide, site: Suitability): string[] {
  const { field, prices } = facts;
  const { guide, method } = crop;
  const reasons: string[] = [];
  for (const c of site.criteria)
    if (c.score !== null && c.score < (NOT_OF_YIELD.includes(c.id) ? 1 : TOO_POOR) && c.id !== "access")
      reasons.push(`${CRITERION_NAMES[c.id]}: ${c.reason}`);
  const has = (id: string | undefined) =>
    id === undefined ||
    field.contractor ||
    field.machines.length === 0 ||
    field.machines.some((m) => m.implement === id && m.number > 0);
  const byHand = field.handWork;
  if (!byHand && !has(method.work.implement))
    reasons.push(`no ${implementOf(method.work.implement as ImplementId).name} on the farm`);
  const ways = guide.harvest.methods.map((m) => m.work);
  if (!byHand && !ways.some((w) => has(w.implement)))
    reasons.push(`no ${implementOf(ways[0]?.implement as ImplementId).name} on the farm`);
  if (byHand) {
    const most = Math.max(
      method.work.handHoursPerHa ?? 0,
      Math.min(
        ...ways.map((w) => w.handHoursPerHa ?? Number.POSITIVE_INFINITY).filter(Number.isFinite),
        Number.MAX_SAFE_INTEGER,
      ),
    );
    const days = most === Number.MAX_SAFE_INTEGER ? 0 : (most * field.areaHa) / Math.max(1, field.hands * HOURS_A_DAY);
    if (days > MOST_HAND_DAYS) reasons.push(`${Math.round(days)} days of all ${field.hands} hands for one job`);
  }
  if (listedPrice(prices, crop) === undefined) reasons.push("no price in the list: no outlet is known");
  return reasons;
}

/**
 * What can be done when the window is missed: the same crop on `missedOn` with the seed rate that lateness asks for,
 * another type of it, another crop, each on the first of its good dates from then on. Crops are those whose guide, one of
 * `others`, knows a window in this zone in the season; what the site, the farm or the rotation cannot carry says why.
 */
export function fallbacks(facts: PlanFacts, plan: Plan, missedOn: IsoDate, others: Guide[]): Fallback[] {
  const { climate } = facts;
  if (!climate) return [];
  const list: Fallback[] = [];
  for (const guide of [plan.crop.base, ...others.filter((g) => g.id !== plan.crop.base.id)])
    for (const kind of guide.kinds) {
      const same = guide.id === plan.crop.guide.id;
      const own = same && kind.id === plan.crop.kind.id;
      const resolved = resolveGuide(guide, {
        kind: kind.id,
        ...(own ? { method: plan.crop.method.id, product: plan.crop.product.id } : {}),
      });
      if (!resolved.ok || (!same && !kind.windows.some((w) => w.zone === facts.field.zone))) continue;
      const windows = windowsOf(facts, resolved.value, plan.season);
      const later = windows.find((w) => w.until >= missedOn);
      if (!own && !later) continue;
      const window = own ? chosenWindow(windows, plan.plantingDate ?? undefined, facts.today) : (later as DatedWindow);
      const date = own || window.best < missedOn ? missedOn : window.best;
      // its plan would lime for it
      const { soilTest } = facts;
      const limed = soilTest && {
        ...soilTest,
        ph: Math.max(soilTest.ph, resolved.value.guide.soil.limeTargetPh.value),
      };
      const judged = siteSuitability({ ...facts, season: plan.season, soilTest: limed }, resolved.value);
      if (!judged.ok) continue;
      const site = judged.value;
      const siteShare = unseenShare(site);
      const basis = rehearsalBasis(facts, resolved.value, plan.season, window, {
        own: ownYields(facts.history, resolved.value),
        siteShare,
      });
      const { firstDay } = seasonWeather(climate, plan.season);
      const bunded = (basis?.crop.bundMm ?? 0) > 0;
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
        site,
        cannot: own ? [] : whyNot(facts, resolved.value, site),
        question: basis && {
          ...askedOf(facts, climate, resolved.value, plan.season, {
            ...basis,
            // nitrogen as it needs: such a plan would see to it
            fit: { ...basis.fit, needKgAt1T: 0 },
            mulchKept: 0,
            heightM: null,
            plan: {
              ...UNPLANNED,
              startDay: toDay(walkedFrom(facts.previousCrop?.harvest ?? null, date)) - firstDay,
              plantingDay: toDay(date) - firstDay,
              ...usualWater(facts.field.irrigated, bunded),
              earlyBefore: toDay(window.best) - firstDay,
              siteShare,
            },
          }),
          from: date,
          to: date,
          stepDays: 1,
          targetTPerHa: resolved.value.product.targetTPerHa.typical,
        },
      });
    }
  return list;
}
