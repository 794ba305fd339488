/**
 * The season of a plan, rehearsed: what a hundred courses of its weather make of its dates, stand, water and nitrogen. Yield to expect,
 * chance, and the margins at both are read from it.
 */

import { daysBetween, type IsoDate, isoDate, toDay } from "../../dates";
import { standYield } from "../../establish/stand-options";
import { LEFT_BY_A_CROP } from "../../feed/soil-nitrate";
import { minus, over, plus, rule, times } from "../../figure/expression";
import { computed, given, type Input, quantity } from "../../figure/figure";
import type { Guide } from "../../guides/schema";
import { latest, numbered } from "../../memo";
import { clockOf } from "../../phenology/development";
import type { PlanContext } from "../../plan/context";
import { type SolvedDates, windowOfPlan } from "../../plan/dates";
import type { Operation } from "../../plan/operation";
import { OWN } from "../../plan/own-operations";
import { ownYields } from "../../plan/own-yields";
import { PLENTY_OF_POND, type RehearsalBasis, rehearsalBasis, walkedFrom } from "../../plan/rehearsal-basis";
import { unseenShare, yieldShare } from "../../plan/site-suitability";
import type { Course, NitrogenArrival, RehearsedPlan } from "../../rehearsal/course";
import { summedYields, TYPICAL_SEASONS } from "../../rehearsal/fit";
import { rehearsedCrop } from "../../rehearsal/of-guide";
import { LIMIT_NAMES, LIMITS, type Limit, OUT } from "../../rehearsal/outcome";
import { courseOf } from "../../rehearsal/prepare";
import {
  chanceOfTarget,
  heldBackBy,
  inOrder,
  meanOf,
  OTHER_CAUSES_CV,
  type Rehearsal,
  rankOf,
  rehearse,
} from "../../rehearsal/rehearse";
import { UNPLANNED } from "../../rehearsal/unplanned";
import { expectedYield } from "../../season/sowing-window";
import { q } from "../../units/told";
import { dailyChange } from "../../water/kc-by-day";
import { evaporationKept } from "../../water/mulch";
import { LEFT_EMPTY } from "../../water/walk";
import { withGauge } from "../../weather/gauged-rain";
import { SEASONS_FOR_WINDOWS, seasonWeather } from "../../weather/season-weather";
import type { Dated, Draft } from "../sheet";
import type { RehearsalPart } from "./part";

/** Of a fertiliser's nitrogen, what is ammonium or turns to it at once; assumption: catalogues do not say. */
const AMMONIUM_SHARE = 0.5;

const NEVER = Number.MAX_SAFE_INTEGER;

type Undone = Exclude<RehearsalPart["why"], null>;
export type Dates = Pick<Operation, "id" | "role" | "date">[];

/** What the walks of a plan's seasons are asked. */
interface RehearsalQuestion {
  course: Course;
  plan: RehearsedPlan;
  basis: RehearsalBasis;
}

/** The question of a dated plan; why it cannot be asked where it cannot. */
export function questionOf(draft: Draft<Dated>, solved: SolvedDates, operations: Dates): RehearsalQuestion | Undone {
  const { context, facts, parts, decisions } = draft;
  const { climate, field } = facts;
  const { guide, kind } = context.crop;
  if (!climate) return "no climate";
  const planting = operations.find((o) => o.role === "plant")?.date;
  if (!planting) return "no planting date";
  const weather = seasonWeather(climate, context.season, {
    today: facts.today,
    observed: facts.observedWeather,
    seasons: SEASONS_FOR_WINDOWS,
  });
  const dayOf = (date: IsoDate) => toDay(date) - weather.firstDay;
  const plantingDay = dayOf(planting);
  if (plantingDay < 0 || plantingDay >= weather.days - 30) return "no planting date";
  const window = windowOfPlan(context, OWN.plant);
  const siteShare = unseenShare(parts.site);
  const basis = rehearsalBasis(facts, context.crop, context.season, window, {
    own: ownYields(facts.history, context.crop),
    siteShare,
  });
  if (!basis) return "does not ripen";

  const off = facts.previousCrop?.harvest ?? null;
  const { mineralN } = parts.feed;
  const sampled = mineralN.use === "measured" && mineralN.takenOn < planting ? mineralN : null;
  const startDay = Math.min(plantingDay, Math.max(0, dayOf(sampled?.takenOn ?? walkedFrom(off, planting))));
  const nitrogen = nitrogenOf(draft, operations, { startDay, plantingDay, dayOf });
  const { water, seed } = parts;
  return {
    basis,
    course: courseOf(
      rehearsedCrop(context.crop, window.latenessLossPctPerDay, harvestWait(guide, solved, operations)),
      { ...basis.ground, setFreeKgAt10C: basis.ground.setFreeKgAt10C * freer(context) },
      clockOf(guide, kind, climate.latitudeDeg, weather),
      {
        rainMm: withGauge(weather, facts.rain ?? []),
        mulchKept: evaporationKept(water.mulch),
        kcChange: dailyChange(climate, guide.water.kc.heightM, weather.firstDay, weather.days),
      },
    ),
    plan: {
      ...UNPLANNED,
      startDay,
      plantingDay,
      startNKgPerHa: Math.max(0, (sampled?.measured ?? LEFT_BY_A_CROP.kgPerHa) + nitrogen.moreAtStart),
      startNDepthM: sampled ? sampled.depthCm / 100 : LEFT_BY_A_CROP.toCm / 100,
      startEmpty: off !== null && off < planting && decisions.water?.startFrom !== "capacity" ? LEFT_EMPTY : 0,
      missingAtPlantingMm: water.missingAtPlantingMm,
      seen: seenOf(solved, dayOf, plantingDay),
      arrivals: nitrogen.arrivals,
      water: water.given && field.irrigated ? water.given : null,
      pond:
        water.pond && field.irrigated
          ? {
              ...PLENTY_OF_POND,
              untilDay: water.stopOn ? dayOf(water.stopOn) : NEVER,
              limitMm: water.limitNetMm,
            }
          : null,
      waterNKgPerMm: water.netMm > 0 ? water.nitrogenKgPerHa / water.netMm : 0,
      stand: standOf(draft, seed),
      earlyBefore: dayOf(window.best),
      siteShare,
      threatShare: parts.protect.threats.reduce((share, { found }) => share * (1 - (found?.lossPct ?? 0) / 100), 1),
    },
  };
}

/** Days from ripeness to the planned harvest; undefined where one of them has no date. */
function harvestWait(guide: Guide, solved: SolvedDates, operations: Dates): number | undefined {
  const last = operations.find((o) => o.id === OWN.lastPicking) ?? operations.find((o) => o.role === "harvest");
  const harvest = last?.date;
  const { from } = guide.harvest.at;
  const ripe = solved.dates[from]?.planned ?? solved.stages.find((s) => s.stage.id === from)?.date;
  return harvest && ripe ? Math.max(0, daysBetween(ripe, harvest)) : undefined;
}

/** The last stage that was seen since planting. */
function seenOf({ stages }: SolvedDates, dayOf: (date: IsoDate) => number, plantingDay: number): RehearsedPlan["seen"] {
  const stage = stages.findLastIndex((s) => s.basis === "observed");
  const day = stage < 0 ? 0 : dayOf((stages[stage] as (typeof stages)[number]).date);
  return day > plantingDay ? { stage, day } : null;
}

/** Share of growth that the stand allows: what was counted of what was wanted, and what is wanted of what is usual; more than that adds nothing. */
function standOf({ context }: Draft, { targetPlantsPerM2, stand }: Dated["seed"]): number {
  const { guide, method } = context.crop;
  const usual = method.targetPlantsPerM2.typical;
  const share = usual > 0 && targetPlantsPerM2 > 0 ? targetPlantsPerM2 / usual : 1;
  return Math.min(1, standYield(share * (stand?.share ?? 1), guide.growth.halfStandYieldPct.typical));
}

/**
 * Nitrogen by the days on which it comes: fertiliser and manure on theirs, what the crop before left from the first day on. Of fertiliser the
 * most that a crop can recover comes, since the rest is bound or lost as gas: what leaches, the walk takes off itself.
 */
function nitrogenOf(
  { context, parts, facts }: Draft<Dated>,
  operations: Dates,
  { startDay, plantingDay, dayOf }: { startDay: number; plantingDay: number; dayOf: (date: IsoDate) => number },
): { arrivals: NitrogenArrival[]; moreAtStart: number } {
  const recovered = recoveredOf(context);
  const days = new Map(operations.map((o) => [o.id, o.date === null ? plantingDay : dayOf(o.date)]));
  const on = (id: string) => days.get(id) ?? plantingDay;
  const isDone = (id: string) => facts.log.some((l) => l.operationId === id);
  const { feed } = parts;
  // of what goes out together the season does not know which product it was
  const dosed = new Map<string, number>();
  for (const { at, brings } of feed.doses) dosed.set(at, (dosed.get(at) ?? 0) + (brings.n ?? 0) * recovered);
  const arrivals: NitrogenArrival[] = [...dosed].flatMap(([at, kg]) =>
    kg > 0 ? [{ ...fertiliser(at, on(at), kg), ...(isDone(at) ? { done: true } : {}) }] : [],
  );
  if (feed.manure.n > 0)
    arrivals.push({ day: on(OWN.manure), nitrate: 0, ammonium: 0, slow: feed.manure.n * recovered });
  const residue = (context.figures["feed.residueN"]?.value ?? 0) * recovered;
  if (residue > 0) arrivals.push({ day: startDay, nitrate: 0, ammonium: 0, slow: residue });
  // a value of one's own for what is there when the crop grows comes in place of what the walk finds by then
  const mineral = context.figures["feed.mineralN"];
  const since = "since" in feed.mineralN ? feed.mineralN.since : null;
  const own = mineral?.override ? mineral.override.value - mineral.override.computed : 0;
  if (own > 0) arrivals.push({ day: since ? dayOf(since.until) : plantingDay, nitrate: own, ammonium: 0, slow: 0 });
  return { arrivals: arrivals.sort((a, b) => a.day - b.day), moreAtStart: Math.min(0, residue) + Math.min(0, own) };
}

/** How much more the soil sets free than computed, where somebody put a value of their own in its place. */
function freer({ figures }: PlanContext): number {
  const own = figures["feed.mineralisation"]?.override;
  return own && own.computed > 0 ? own.value / own.computed : 1;
}

/** Share of fertiliser that a crop can recover: what was decided, else the most that its guide knows. */
export const recoveredOf = ({ figures, crop }: PlanContext): number =>
  figures["feed.recovery"]?.override?.value ?? crop.guide.feed.recovery.high;

/** Fertiliser as it comes: so much that can be recovered [kg N/ha]. */
export const fertiliser = (dose: string, day: number, kg: number): NitrogenArrival => ({
  dose,
  day,
  nitrate: kg * (1 - AMMONIUM_SHARE),
  ammonium: kg * AMMONIUM_SHARE,
  slow: 0,
});

const rehearsals = latest<Rehearsal>(40);
const idOf = numbered();

/** A question in letters: two that are the same have the same answer. */
export const spelling = ({ course, plan, basis }: RehearsalQuestion): string =>
  JSON.stringify([
    idOf(course.clock),
    idOf(course.rainMm),
    course.kcChange && idOf(course.kcChange),
    course.mulchKept,
    course.crop,
    course.ground,
    plan,
    basis.fit,
  ]);

/** The seasons of a question. */
const walked = (question: RehearsalQuestion): Rehearsal =>
  rehearsals(spelling(question), () => rehearse(question.course, question.plan, question.basis.fit));

/** Rehearses a dated plan, and puts what it lets expect among its figures. */
export function* rehearsedPart(
  draft: Draft<Dated>,
  solved: SolvedDates,
  operations: Dates,
): Generator<undefined, RehearsalPart> {
  const { context, targetTPerHa } = draft;
  const question = questionOf(draft, solved, operations);
  if (typeof question === "string") {
    const expectedTPerHa = question === "does not ripen" ? nothing(draft) : byHistory(draft);
    return { expectedTPerHa, rehearsed: null, asked: null, why: question };
  }
  yield;
  const found = walked(question);
  yield;
  const { basis, course } = question;
  const { seasons, sorted } = found;
  const fits = showFits(draft, basis);
  const backed = heldBackBy(found);
  const expectedTPerHa = context.use(
    "yield.expect",
    computed(
      EXPECTED,
      "t/ha",
      rule(
        "middle of the simulated seasons, each rehearsed day by day",
        [
          quantity("simulated seasons", seasons, ""),
          ...fits,
          quantity("site allows", question.plan.siteShare, "share"),
          ...backed.slice(0, MOST_NAMED).map((h) => quantity(`lost by ${LIMIT_NAMES[h.limit]}`, h.tPerHa, "t/ha")),
        ],
        rankOf(sorted, 50),
        "t/ha",
      ),
      `A planning index: light x warmth x stand x the lesser of water and nitrogen, less harms and what the site does not allow. ${OTHER_CAUSES_TEXT} Weeds, pests and diseases count as controlled, but for what was found over its threshold.`,
    ),
  );
  // a value of one's own moves the bad season with it
  const computedTPerHa = context.figures["yield.expect"]?.override?.computed ?? expectedTPerHa;
  const moved = computedTPerHa > 0 ? expectedTPerHa / computedTPerHa : 1;
  const bad = computed(
    "One season in five yields less",
    "t/ha",
    rule(
      "rank 20 of a hundred of the same seasons",
      [quantity("simulated seasons", seasons, ""), context.input("yield.expect", "middle")],
      rankOf(sorted, 20) * moved,
      "t/ha",
    ),
  );
  context.show("yield.bad", bad);
  const lost = (limit: Limit) => meanOf(found, OUT.losses + LIMITS.indexOf(limit));
  const thirsty = meanOf(found, OUT.reference) - lost("warmth") - lost("stand");
  const water = computed(
    "Yield that water allows",
    "%",
    minus(
      1,
      over(
        quantity("lost by lack of water", lost("water"), "t/ha"),
        quantity("yield without lack, before harms", thirsty, "t/ha"),
      ),
    ),
    "Mean of the simulated seasons, each with this plan's irrigation.",
  );
  if (thirsty > 0) context.show("yield.water", water);
  const { firstDay } = course.clock.weather;
  const days = inOrder(found, OUT.harvestDay);
  const ripen = days.filter((day) => day >= 0);
  const on = (rank: number) => isoDate(firstDay + Math.round(rankOf(ripen, rank)));
  return {
    expectedTPerHa,
    why: null,
    asked: {
      crop: course.crop,
      ground: course.ground,
      fit: basis.fit,
      plan: question.plan,
      mulchKept: course.mulchKept,
      heightM: context.crop.guide.water.kc.heightM ?? null,
    },
    rehearsed: {
      seasons,
      meanTPerHa: meanOf(found, OUT.yield) * moved,
      badTPerHa: bad.value,
      chancePct: 100 * (moved > 0 ? chanceOfTarget(found, targetTPerHa / moved) : 0),
      potentialTPerHa: (meanOf(found, OUT.reference) - lost("warmth")) / basis.fit.calibration,
      heldBackBy: backed,
      lostToWaterTPerHa: lost("water"),
      usedPct: 100 * (meanOf(found, OUT.etcMm) > 0 ? meanOf(found, OUT.etaMm) / meanOf(found, OUT.etcMm) : 1),
      waterPct: water.value,
      harvest: ripen.length * 2 >= days.length ? [on(10), on(50), on(90)] : null,
      irrigationMm: meanOf(found, OUT.irrigationMm),
      drainedMm: meanOf(found, OUT.drainedMm),
      leachedKgPerHa: meanOf(found, OUT.leachedN),
      leachedUnderKgPerHa: meanOf(found, OUT.leachedUnderN),
      setFreeKgPerHa: meanOf(found, OUT.setFreeN),
      takenUpKgPerHa: meanOf(found, OUT.heldN),
      kindFit: basis.kindFit.calibration,
      ownFit: basis.ownFit,
    },
  };
}
const EXPECTED = "Expected yield of this field";
const MOST_NAMED = 4;
const OTHER_CAUSES_TEXT = `Hail, new pests and patches are counted as a spread of ${q(100 * OTHER_CAUSES_CV, "%")} (assumption).`;

/** The two figures that growth is fitted by, as what goes into the yield. */
function showFits({ context, facts }: Draft, { kindFit, ownFit, expectationTPerHa }: RehearsalBasis): Input[] {
  const { guide, product } = context.crop;
  const typical = product.targetTPerHa;
  const { usualWater } = guide.growth;
  const kind = computed(
    "Fit of the kind",
    "share",
    over(
      quantity("typical yield", typical.typical, "t/ha", {
        basis: { kind: "source", text: context.source(typical.source) },
      }),
      times(
        quantity("share of full water that it stands for", usualWater.value, "share", {
          basis: { kind: "assumption", text: context.source(usualWater.source) },
        }),
        quantity("yield as it grows unfitted, water and nitrogen never short", kindFit.unfittedTPerHa, "t/ha"),
      ),
    ),
    "By the station's own seasons, at the guide's best date, usual stand.",
  );
  context.show("yield.kindFit", kind);
  if (expectationTPerHa === null) return [context.input("yield.kindFit", "fit of the kind")];
  const own = summedYields(ownYields(facts.history, context.crop));
  const field = computed(
    "Fit of the field",
    "share",
    over(
      plus(
        TYPICAL_SEASONS,
        over(
          quantity("own yields, summed", own.tPerHa, "t/ha", {
            basis: {
              kind: "measured",
              text: "the field's own yields of this crop; of another kind or use by its typical yield, counted half",
            },
          }),
          quantity("expected on this soil with its water and site", expectationTPerHa, "t/ha"),
        ),
      ),
      plus(TYPICAL_SEASONS, quantity("number of own yields", own.seasons, "")),
    ),
    "What is expected counts as two seasons: an assumption that lets four own yields outweigh it.",
  );
  context.show("yield.ownFit", field);
  return [
    context.input("yield.kindFit", "fit of the kind"),
    quantity("fit of the field", ownFit, "share", { basis: COMPUTED, from: "yield.ownFit" }),
  ];
}
const COMPUTED = { kind: "computed" } as const;

/** Without a season to walk: the guide's typical yield by the site, and own yields. */
function byHistory({ context, facts, parts }: Draft<Dated>): number {
  const { product } = context.crop;
  const own = ownYields(facts.history, context.crop);
  return context.use("yield.expect", expectedYield(product.targetTPerHa.typical, own, yieldShare(parts.site)).figure);
}

/** Of a crop that does not ripen here. */
const nothing = ({ context }: Draft): number =>
  context.use("yield.expect", given(EXPECTED, 0, "t/ha", { kind: "computed" }));
