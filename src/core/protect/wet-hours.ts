import { dewPointC } from "../weather/reference-et";

/** Air is as good as wet from this humidity on [%]; the usual stand-in for wet leaves. */
const WET_FROM_PCT = 90;
/** Air has never less vapour than this [kPa]. */
const DRIEST_KPA = 1e-4;
/** How hard it rains [mm/h], and the longest that a day's rain lasts [h]; assumptions. */
const RAIN_MM_PER_H = 2;
const LONGEST_RAIN_H = 12;

/**
 * Hours of a day with air of 90 % humidity or more, or rain: no station here measures wet leaves. Warmth goes along a cosine between
 * minimum and maximum, vapour [kPa] stays the day through; the hours are those in which the air is colder than the dew point of a ninth
 * more vapour. Rain of 2 mm an hour, 12 hours at most, wets the rest by chance (both assumptions). A wet hour is a guess: look first.
 *
 * Example: 8 to 18 C, 1.2 kPa, no rain: dew point of 1.333 kPa is 11.23 C, (11.23 - 13) / 5 = -0.354: 24 (1 - arccos(-0.354) / pi) = 9.2 h.
 */
export function wetHours(tminC: number, tmaxC: number, vapourKpa: number, rainMm: number): number {
  const half = (tmaxC - tminC) / 2;
  const coldEnough = dewPointC((100 * Math.max(vapourKpa, DRIEST_KPA)) / WET_FROM_PCT);
  const place = half > 0 ? (coldEnough - (tminC + half)) / half : coldEnough >= tminC ? 1 : -1;
  const humid = 24 * (1 - Math.acos(Math.max(-1, Math.min(1, place))) / Math.PI);
  const rain = Math.min(LONGEST_RAIN_H, Math.max(0, rainMm) / RAIN_MM_PER_H);
  return humid + rain * (1 - humid / 24);
}
