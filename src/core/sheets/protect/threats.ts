/** What may come to this field, when, how likely and why: from the guide, the field, the plan, and what was seen and measured. */

import { addDays, formatDay, type IsoDate, isoDate, toDay } from "../../dates";
import type { Guide } from "../../guides/schema";
import type { Raised } from "../../guides/schema-threats";
import { byGround } from "../../guides/scouting";
import { type SolvedDates, windowOfPlan } from "../../plan/dates";
import { likelihoodAfter } from "../../protect/likelihood";
import { scoutDecision } from "../../protect/scout-decision";
import { spellDays, warmthReached } from "../../protect/threat-weather";
import { seasonWeather } from "../../weather/season-weather";
import type { PlanParts } from "../plan";
import type { Draft } from "../sheet";
import { round } from "../words";
import { cheapestTreatment } from "./cheapest-treatment";
import type { PlannedThreat, ThreatReason } from "./part";
import { efficacyOf } from "./pays-from";

/** Days back from today over which measured weather still speaks. */
const WEATHER_DAYS = 21;
/** Days after a count for which it speaks. */
const COUNT_DAYS = 21;
/** Steps of likelihood for what was counted over its threshold, for so few counts over it that more are asked for, and for measured weather that lets a threat in. */
const FOUND = 3;
const SUSPECTED = 1;
const WEATHER = 1;

type Threat = Guide["threats"][number];

/** What threats depend on besides the guide and the weather. */
type BeforeThreats = Pick<PlanParts, "ground" | "seed" | "water"> & {
  protect: Pick<PlanParts["protect"], "treatments" | "measures" | "crop">;
};

/** The threats of a plan in the order in which their time comes; those without a date last. */
export function threatsOf(draft: Draft<BeforeThreats>, solved: SolvedDates): PlannedThreat[] {
  const here = fieldOf(draft, solved);
  const stageDate = (id: string): IsoDate | null =>
    solved.dates[id]?.planned ?? solved.stages.find((s) => s.stage.id === id)?.date ?? null;
  const date = (id: string) => (id === "planting" ? here.planting : stageDate(id));
  return draft.context.crop.guide.threats
    .map((threat): PlannedThreat => {
      const [from, to] = [date(threat.stages[0]), date(threat.stages[1])];
      const reasons: ThreatReason[] = threat.raised.filter((r) => holds(r, here)).map(({ why, by }) => ({ why, by }));
      const weather = spellsSoFar(draft, threat, from, to);
      if (weather) reasons.push(weather);
      const counted = countedOver(draft, threat.id, threat.scout.placeM2);
      if (counted) reasons.push(counted);
      const found = (counted?.by ?? 0) >= FOUND;
      const steps = reasons.reduce((sum, r) => sum + r.by, 0);
      return {
        id: threat.id,
        from,
        to,
        likelihood: likelihoodAfter(threat.usual, steps),
        reasons,
        found: found
          ? {
              lossPct: (threat.lossPct?.typical ?? 0) * escaping(draft, threat),
              efficacyPct: efficacyOf(threat).typical,
              costPerHa: cheapestTreatment(draft.parts.protect.crop, draft.facts, threat.id)?.costPerHa ?? null,
            }
          : null,
        broodOn: broodOn(draft, threat, date, to),
      };
    })
    .sort((a, b) => ((a.from ?? "9") < (b.from ?? "9") ? -1 : (a.from ?? "9") > (b.from ?? "9") ? 1 : 0));
}

/** Share of a threat's harm that what is planned against it leaves: each treatment and measure takes its part of what those before left. */
function escaping({ parts }: Draft<BeforeThreats>, threat: Threat): number {
  const { treatments, measures } = parts.protect;
  const taken = [
    ...treatments.filter((t) => t.threatId === threat.id && t.product).map(() => efficacyOf(threat).typical),
    ...measures.filter((m) => m.threatId === threat.id).map((m) => m.option.efficacyPct?.typical ?? 0),
  ];
  return taken.reduce((left, pct) => left * (1 - pct / 100), 1);
}

/** What of a field and its plan threats depend on. */
interface Here {
  planting: IsoDate | null;
  /** days after the best day of the window, before it under 0; null where the plan has no date */
  plantedAfterBest: number | null;
  before: { crop: string; family: string | null; yearsAgo: number }[];
  ratings: Map<string, number>;
  ownStock: boolean | null;
  coverPct: number;
  nitrogen: { given: number; usual: { typical: number; high: number } };
  standing: boolean;
  fromAbove: boolean;
  facts: Draft["facts"];
  cropId: string;
}

function fieldOf({ context, facts, parts }: Draft<BeforeThreats>, solved: SolvedDates): Here {
  const { guide, kind, method } = context.crop;
  const plant = Object.keys(solved.roles).find((id) => solved.roles[id] === "plant");
  const planting = (plant && solved.dates[plant]?.planned) || null;
  const lot = facts.seedLots.find((l) => l.id === parts.seed.lotId);
  // a lot is named by its variety and often more behind it
  const variety = facts.varieties?.find(
    (v) =>
      v.guideId === guide.id &&
      v.kindId === kind.id &&
      parts.seed.variety.toLowerCase().startsWith(v.name.toLowerCase()),
  );
  const previous = facts.previousCrop;
  return {
    planting,
    plantedAfterBest: planting && plant ? toDay(planting) - toDay(windowOfPlan(context, plant).best) : null,
    before: [
      ...(previous ? [{ crop: previous.crop, family: previous.leaves?.family ?? null, yearsAgo: 1 }] : []),
      ...facts.history.map((h) => ({ crop: h.crop, family: h.family ?? null, yearsAgo: context.season - h.season })),
    ],
    ratings: new Map(variety?.ratings.map((r) => [r.what, r.rating])),
    ownStock: lot ? !lot.certified : null,
    coverPct: parts.ground.chosen.coverPct,
    nitrogen: { given: context.figures["feed.n"]?.value ?? 0, usual: guide.usual.n },
    standing: method.waterAtPlanting === "standing",
    fromAbove: facts.field.irrigated && parts.water.system.wetsLeaves,
    facts,
    cropId: guide.id,
  };
}

/**
 * Whether nitrogen is much for a crop: over its usual total by so many per cent, and nearer to its highest than to that.
 *
 * Example: usual 20, at the most 70 kg/ha, over by 15 %: 39 is over 23, but under 45: it is not much.
 */
const isMuch = ({ given, usual: { typical, high } }: Here["nitrogen"], overPct: number): boolean =>
  given > typical * (1 + overPct / 100) && given > (typical + high) / 2;

/** Whether all that a line names is so here; what nobody knows of the field is not so. */
function holds(r: Raised, here: Here): boolean {
  const { field, soilTest, nearby } = here.facts;
  const rating = r.rated === undefined ? undefined : here.ratings.get(r.rated);
  const within = r.withinYears ?? 1;
  const ph = soilTest?.ph ?? null;
  const says: (boolean | null)[] = [
    r.crops || r.family
      ? here.before.some(
          (b) =>
            b.yearsAgo >= 1 &&
            b.yearsAgo <= within &&
            ((r.crops?.includes(b.crop) ?? false) || (r.family !== undefined && b.family === r.family)),
        )
      : null,
    r.plantedEarlyDays === undefined
      ? null
      : here.plantedAfterBest !== null && -here.plantedAfterBest >= r.plantedEarlyDays,
    r.plantedLateDays === undefined
      ? null
      : here.plantedAfterBest !== null && here.plantedAfterBest >= r.plantedLateDays,
    r.drainage ? r.drainage.includes(field.drainage) : null,
    r.textures ? r.textures.includes(field.textureClass) : null,
    r.residueCoverOver === undefined ? null : here.coverPct > r.residueCoverOver,
    r.residueCoverUnder === undefined ? null : here.coverPct < r.residueCoverUnder,
    r.phUnder === undefined ? null : ph !== null && ph < r.phUnder,
    r.nitrogenOverUsualPct === undefined ? null : isMuch(here.nitrogen, r.nitrogenOverUsualPct),
    r.irrigatedFromAbove === undefined ? null : here.fromAbove === r.irrigatedFromAbove,
    r.standingWater === undefined ? null : here.standing === r.standingWater,
    r.ratedUnder === undefined ? null : rating !== undefined && rating < r.ratedUnder,
    r.ratedOver === undefined ? null : rating !== undefined && rating > r.ratedOver,
    r.nearby ? (nearby?.[r.nearby].includes(here.cropId) ?? false) : null,
    r.ownStock === undefined ? null : here.ownStock === r.ownStock,
  ];
  return says.every((said) => said !== false);
}

/** Measured days of the last three weeks that the threat waits for; simulated ones say nothing of a field. */
function spellsSoFar(
  { context, facts }: Draft,
  threat: Threat,
  from: IsoDate | null,
  to: IsoDate | null,
): ThreatReason | null {
  const { climate, observedWeather, today } = facts;
  const rule = threat.weather[0];
  if (!rule || !climate || !observedWeather || !from || !to || today < from || today > to) return null;
  const weather = seasonWeather(climate, context.season, { today, observed: observedWeather });
  const measuredTo = weather.firstDay + weather.observedDays - 1;
  const first = Math.max(toDay(from), toDay(today) - WEATHER_DAYS);
  const spells = spellDays(rule, weather, 0, first, Math.min(toDay(today), measuredTo));
  const last = spells.at(-1);
  return last === undefined
    ? null
    : {
        why: `weather measured: ${rule.name}, ${spells.length === 1 ? "once" : `${spells.length} times`} since ${formatDay(isoDate(first))}, last on ${formatDay(isoDate(last))}`,
        by: WEATHER,
      };
}

/** The last count, where it is of these weeks and at or over its threshold. */
function countedOver({ facts }: Draft, threatId: string, placeM2?: number): ThreatReason | null {
  const last = facts.scouting?.find((s) => s.threatId === threatId);
  if (!last || last.threshold === null || last.counts.length === 0) return null;
  if (last.day < addDays(facts.today, -COUNT_DAYS)) return null;
  const mean = last.counts.reduce((a, b) => a + b, 0) / last.counts.length;
  if (mean < last.threshold) return null;
  // the same rule as whoever counted was told by
  const verdict = scoutDecision({ counts: last.counts, threshold: last.threshold });
  const settled = verdict.ok && verdict.value.decision === "act";
  return {
    why: `counted ${round(byGround(mean, placeM2), 1)}${placeM2 ? "/m²" : ""} on ${formatDay(last.day)}, threshold ${round(byGround(last.threshold, placeM2), 1)}${settled ? "" : `; ${last.counts.length === 1 ? "one count does" : `${last.counts.length} counts do`} not settle it`}`,
    by: settled ? FOUND : SUSPECTED,
  };
}

/** When the warmth for its first brood has come together in the middle one of the simulated seasons; null where that is after its time here. */
function broodOn(
  { context, facts }: Draft,
  { broods }: Threat,
  date: (id: string) => IsoDate | null,
  to: IsoDate | null,
): IsoDate | null {
  if (!broods || !facts.climate) return null;
  const since = /^\d\d-\d\d$/.test(broods.from) ? `${context.season}-${broods.from}` : date(broods.from);
  if (!since) return null;
  const weather = seasonWeather(facts.climate, context.season, {
    today: facts.today,
    observed: facts.observedWeather,
  });
  const days = Array.from({ length: weather.seasons }, (_, s) => warmthReached(weather, s, toDay(since), broods))
    .filter((d) => d !== null)
    .sort((a, b) => a - b);
  // not reached in half of the seasons: no brood to speak of
  const middle = Math.floor((weather.seasons - 1) / 2);
  const day = days[middle];
  return day === undefined || (to && isoDate(day) > to) ? null : isoDate(day);
}
