/** What water, warmth, sun and damp say of a site for a crop, by the station's normals. */

import { addDays, type IsoDate } from "../dates";
import type { ResolvedGuide } from "../guides/resolve-guide";
import { availableWaterMmPerM } from "../soil/available-water";
import { q, span } from "../units/told";
import type { Climate } from "../weather/climate";
import { overDays } from "../weather/climate-days";
import { between, type Criterion, round, type SeasonSpan, type SiteFacts } from "./site-criteria";

/** Rain that reaches roots, and irrigation that does, of what falls or is given; assumptions. */
const RAIN_USED = 0.8;
const IRRIGATION_USED = 0.7;
/** A cold night comes so far under the month's mean minimum, a hot day so far over its mean maximum [C]; assumptions. */
const COLD_SPELL_C = 5;
const HOT_SPELL_C = 3;
const COLD_DAYS = 2;
const HOT_DAYS = 3;
/** Days at the end of the season in which sun fills and damp harms. */
const LAST_DAYS = 100;
const RIPENING_DAYS = 30;

/** Rain, what the soil holds and what can be given, against what the typical yield takes. */
export function water(facts: SiteFacts, { guide, product }: ResolvedGuide, { planting, until }: SeasonSpan): Criterion {
  const { field, climate } = facts;
  if (!climate) return { id: "water", score: null, reason: "no climate station is set" };
  const need = (guide.climate.seasonWaterMm.typical * product.targetTPerHa.typical) / product.targetTPerHa.high;
  const roots = Math.min(guide.soil.rootingDepthCm.typical, field.soilDepthCm ?? 1000) / 100;
  const rain = RAIN_USED * overDays(climate, planting, until, (m) => m.rainMm, "sum");
  const stored = availableWaterMmPerM(field.textureClass) * roots;
  const area = field.areaHa ?? 0;
  const given =
    facts.waterMm ??
    (!field.irrigated
      ? 0
      : field.waterM3PerYear == null || area <= 0
        ? null
        : (IRRIGATION_USED * field.waterM3PerYear) / area / 10);
  if (given === null)
    return {
      id: "water",
      score: null,
      reason: `irrigated, but the annual water limit is not recorded; the crop needs about ${q(need, "mm")}`,
    };
  const supply = rain + stored + given;
  return {
    id: "water",
    score: between(supply, 0, need),
    reason: `about ${q(supply, "mm")} available (rain ${q(rain, "mm")}, soil ${q(stored, "mm")}${given > 0 ? `, irrigation ${q(given, "mm")}` : ""}); a typical yield needs ${q(need, "mm")}`,
    ...(supply < need
      ? { lift: { what: `${q(need - supply, "mm")} more water, net`, costPerHa: null, leadDays: null } }
      : {}),
  };
}

export function ofTheSky({ climate }: SiteFacts, crop: ResolvedGuide, { planting, until }: SeasonSpan): Criterion[] {
  const { guide, kind } = crop;
  if (!climate)
    return (["humidity", "warmth", "frost", "sun"] as const).map((id) => ({
      id,
      score: null,
      reason: "no climate station is set",
    }));
  const { site } = guide;
  const damp = overDays(climate, addDays(until, -RIPENING_DAYS), until, (m) => m.rhMeanPct ?? Number.NaN, "mean");
  const sun = overDays(climate, addDays(until, -LAST_DAYS), until, (m) => m.solarMjPerM2 ?? Number.NaN, "mean");
  return [
    Number.isFinite(damp)
      ? {
          id: "humidity",
          score: between(damp, site.ripeningHumidityPct.failsAbove, site.ripeningHumidityPct.goodTo),
          reason: `${round(damp)} % humidity during ripening; up to ${site.ripeningHumidityPct.goodTo} % is good`,
        }
      : { id: "humidity", score: null, reason: "humidity is not recorded" },
    warmth(climate, crop, planting),
    spells(climate, crop, planting),
    Number.isFinite(sun)
      ? {
          id: "sun",
          score: Math.min(
            between(sun, site.sunMjPerM2.failsBelow, site.sunMjPerM2.enoughFrom),
            site.sunMjPerM2.tooMuchFrom === undefined
              ? 1
              : between(sun, site.sunMjPerM2.tooMuchFrom * 1.5, site.sunMjPerM2.tooMuchFrom),
          ),
          reason: `${round(sun, 1)} MJ/m² of radiation a day in the last hundred days of ${kind.name.toLowerCase()}; ${site.sunMjPerM2.enoughFrom} is enough`,
        }
      : { id: "sun", score: null, reason: "radiation is not recorded" },
  ];
}

/** Thermal time that the kind's longest season brings here, against what it takes to ripen. */
function warmth(climate: Climate, { guide, kind, method }: ResolvedGuide, planting: IsoDate): Criterion {
  const { baseC, optimumC, ceilingC } = guide.climate;
  const need = guide.stages.at(-1)?.thermalTimeCd ?? 0;
  const longest = addDays(planting, Math.round(kind.maturityDays.high * 1.15) - (method.nursery?.days ?? 0));
  const units = overDays(
    climate,
    planting,
    longest,
    ({ meanC }) =>
      meanC <= baseC.value || meanC >= ceilingC.value
        ? 0
        : meanC <= optimumC.value
          ? meanC - baseC.value
          : ((optimumC.value - baseC.value) * (ceilingC.value - meanC)) / (ceilingC.value - optimumC.value),
    "total",
  );
  const cold = kind.vernalisationDays;
  const coldest = Math.min(...climate.months.map((m) => m.meanC));
  if (cold && coldest > cold.maxC)
    return {
      id: "warmth",
      score: 0,
      reason: `vernalisation needs ${cold.effectiveDays} days of ${span(cold.minC, cold.maxC, "C")}; the coldest month has ${q(coldest, "C", 1)}`,
    };
  const share = need > 0 ? units / need : 1;
  return {
    id: "warmth",
    // a third too little warmth leaves nothing ripe; assumption
    score: between(share, 0.67, 1),
    reason: `${round(units)} degree days in the longest season; ripening needs ${round(need)}`,
  };
}

/** Cold and hot spells of the months in which the crop minds them. */
function spells(climate: Climate, { guide }: ResolvedGuide, planting: IsoDate): Criterion {
  let left = 1;
  let worst = "no damaging cold or heat, by monthly means";
  let most = 0;
  for (const harm of guide.climate.harm) {
    const stage = guide.stages.find((s) => s.id === harm.stage);
    if (!stage) continue;
    const normal = climate.months[Number(addDays(planting, stage.days).slice(5, 7)) - 1];
    const spell =
      harm.kind === "cold"
        ? harm.belowOrAboveC - ((normal?.tminC ?? (normal?.meanC ?? 0) - 5) - COLD_SPELL_C)
        : (normal?.tmaxC ?? (normal?.meanC ?? 0) + 5) + HOT_SPELL_C - harm.belowOrAboveC;
    if (spell <= 0) continue;
    const days = Math.min(harm.days, harm.kind === "cold" ? COLD_DAYS : HOT_DAYS);
    const loss = Math.min(0.9, (spell * harm.lossPctPerDegree * days) / 100);
    left *= 1 - loss;
    if (loss > most) {
      most = loss;
      worst = `a ${harm.kind === "cold" ? "cold night" : "hot day"} at ${stage.name} is likely to reach ${q(harm.belowOrAboveC + (harm.kind === "cold" ? -spell : spell), "C", 0)}; the crop tolerates ${q(harm.belowOrAboveC, "C", 0)}: ${harm.what}`;
    }
  }
  return { id: "frost", score: left, reason: worst };
}
