/** What a rehearsal of a crop on a field stands on, whatever is decided: crop, ground, and what fits growth to yields that are known. */

import { addDays, type IsoDate, toDay } from "../dates";
import { mineralisedNitrogen, organicGround } from "../feed/soil-nitrogen";
import type { ResolvedGuide } from "../guides/resolve-guide";
import { numbered, perObject } from "../memo";
import { clockOf } from "../phenology/development";
import type { Course, Fit, RehearsedCrop, RehearsedGround, RehearsedPlan } from "../rehearsal/course";
import { expectationOf, type KindFit, kindFit, type OwnYield, ownFit } from "../rehearsal/fit";
import { rehearsedCrop, rehearsedGround } from "../rehearsal/of-guide";
import { courseOf } from "../rehearsal/prepare";
import { PLENTY_OF_WATER, UNPLANNED } from "../rehearsal/unplanned";
import type { DailyWeather } from "../weather/generator";
import { SEASONS_FOR_STAGES, seasonWeather } from "../weather/season-weather";
import type { PlanFacts } from "./facts";
import type { DatedWindow } from "./sowing-windows";

/** Ground is walked from so many days before planting where nothing is known of the crop before. */
export const BEFORE_DAYS = 90;
/** Organic matter of a soil that nobody tested [%]; assumption. */
const USUAL_ORGANIC_PCT = 2;
/** Standing water that is never short [mm]; assumption: between these depths none moves a yield. */
export const PLENTY_OF_POND = { lowMm: 25, highMm: 50, untilDay: Number.MAX_SAFE_INTEGER, limitMm: null };

export interface RehearsalBasis {
  crop: RehearsedCrop;
  ground: RehearsedGround;
  fit: Fit;
  /** the two of which the calibration is the product */
  kindFit: KindFit;
  ownFit: number;
  /** what own yields are held against [t/ha]; null where there are none */
  expectationTPerHa: number | null;
}

const kinds = perObject<DailyWeather, string, KindFit | null>(60);
const expectations = perObject<DailyWeather, string, number>(120);
const idOf = numbered();

/**
 * Null without a climate, or where the crop does not ripen here at all. It hangs on no decision but kind, method and product: the reference is
 * the station's own seasons, without what was measured of this one, so that a dry year stays one.
 */
export function rehearsalBasis(
  facts: Pick<PlanFacts, "field" | "soilTest" | "climate">,
  resolved: ResolvedGuide,
  season: number,
  window: Pick<DatedWindow, "best" | "latenessLossPctPerDay">,
  { own, siteShare }: { own: readonly OwnYield[]; siteShare: number },
): RehearsalBasis | null {
  const { climate, field } = facts;
  if (!climate) return null;
  const { guide, kind, product } = resolved;
  const crop = rehearsedCrop(resolved, window.latenessLossPctPerDay);
  const ground = rehearsedGround(field, crop, setFreeKgAt10C(facts));
  const weather = seasonWeather(climate, season, { seasons: SEASONS_FOR_STAGES });
  const best = toDay(window.best) - weather.firstDay;
  if (best < 0 || best >= weather.days) return null;
  const course = (): Course =>
    courseOf(crop, ground, clockOf(guide, kind, climate.latitudeDeg, weather), {
      rainMm: weather.rainMm,
      mulchKept: 0,
      kcChange: null,
    });
  const key = `${idOf(resolved)} ${best}`;
  const bunded = crop.bundMm > 0;
  const full = kinds(weather, key, () =>
    kindFit(
      course(),
      { ...UNPLANNED, startDay: best, plantingDay: best, water: PLENTY_OF_WATER, pond: bunded ? PLENTY_OF_POND : null },
      {
        yieldTPerHa: product.targetTPerHa.typical,
        usualWater: guide.growth.usualWater.value,
        uptakeKgPerT: product.nUptakeKgPerT.typical,
      },
    ),
  );
  if (!full) return null;
  const here = (): number =>
    expectations(
      weather,
      `${key} ${field.irrigated} ${ground.awcMmPerM} ${ground.deepestM} ${ground.rewMm} ${ground.tewMm}`,
      () =>
        expectationOf(
          course(),
          {
            ...UNPLANNED,
            startDay: Math.max(0, best - BEFORE_DAYS),
            plantingDay: best,
            ...usualWater(field.irrigated, bunded),
          },
          full,
        ),
    );
  // of a site that lets nothing grow own yields say nothing
  const expectationTPerHa = (own.length > 0 && here() * siteShare) || null;
  const fit = expectationTPerHa === null ? 1 : ownFit(own, expectationTPerHa);
  return {
    crop,
    ground,
    fit: { calibration: full.calibration * fit, needKgAt1T: full.needKgAt1T },
    kindFit: full,
    ownFit: fit,
    expectationTPerHa,
  };
}

/** What a field's own water comes to where nothing is decided of it: never short where it is irrigated. */
export const usualWater = (irrigated: boolean, bunded: boolean): Pick<RehearsedPlan, "water" | "pond"> => ({
  water: irrigated ? PLENTY_OF_WATER : null,
  pond: irrigated && bunded ? PLENTY_OF_POND : null,
});

/** What the field's organic matter sets free on a day of 10 C [kg N/ha]. */
function setFreeKgAt10C({ field, soilTest }: Pick<PlanFacts, "field" | "soilTest">): number {
  const free = mineralisedNitrogen({
    ...organicGround(field, soilTest?.organicMatterPct ?? USUAL_ORGANIC_PCT),
    soilTempC: [10],
  });
  return free.ok ? free.value.kgPerHa : 0;
}

/** The day from which the ground is walked: the crop before off, else some time before planting. */
export const walkedFrom = (off: IsoDate | null, planting: IsoDate): IsoDate =>
  off !== null && off < planting ? off : addDays(planting, -BEFORE_DAYS);
