/** How moist grain is where it stands: in balance with the air, wetted by rain, day by day. */

import type { DryDown } from "../guides/schema-harvest";
import type { DailyWeather } from "../weather/generator";
import { saturationKpa } from "../weather/reference-et";

/** Air has at least so much, and at most, for the equation [%]: it has no end at 100. */
const LEAST_HUMIDITY_PCT = 5;
const MOST_HUMIDITY_PCT = 95;
/** How far between the day's mean and its highest warmth grain dries; assumption: it dries by day. */
const BY_DAY = 0.5;

/**
 * Moisture of grain that lies in air for long [% of the whole], by the modified Henderson equation (ASAE D245.5):
 * dry basis M = (ln(1 - humidity) / (-k (T + c)))^(1/n), then M / (100 + M).
 *
 * Example: hard wheat (k 2.3007e-5, n 2.2857, c 55.815), 20 C, 70 %: 1.204 / 0.0017443 = 690.2; ^(1/2.2857) = 17.46; 17.46 / 117.46 = 14.9 %.
 */
export function equilibriumMoisture(
  tempC: number,
  humidityPct: number,
  { k, n, c }: { k: number; n: number; c: number },
): number {
  const humidity = Math.min(MOST_HUMIDITY_PCT, Math.max(LEAST_HUMIDITY_PCT, humidityPct)) / 100;
  const dry = (-Math.log(1 - humidity) / (k * Math.max(1, tempC + c))) ** (1 / n);
  return (100 * dry) / (100 + dry);
}

/**
 * The other way round: humidity of the air between grains [%].
 *
 * Example: hard wheat of 14.9 % at 20 C: 1 - exp(-0.0017443 x 17.5^2.2857) = 0.70.
 */
export function equilibriumHumidity(
  tempC: number,
  moisturePct: number,
  { k, n, c }: { k: number; n: number; c: number },
): number {
  const dry = (100 * moisturePct) / (100 - moisturePct);
  return 100 * (1 - Math.exp(-k * Math.max(1, tempC + c) * dry ** n));
}

/**
 * Moisture of a standing crop on each of so many days of one season [%], from `from` (a day number) on. Inside, grain goes a share of the
 * way to its balance with the air of the day; rain clings to it besides and leaves it faster. A day's value is that of its afternoon.
 *
 * Example: 20 % beside a balance of 14 with a share of 0.25: 18.5 after a dry day, 17.4 after the next; 10 mm then put 5 points on.
 */
export function fieldMoisture(
  rule: DryDown,
  weather: DailyWeather,
  season: number,
  from: number,
  days: number,
): Float64Array {
  const moisture = new Float64Array(days);
  let inside = rule.startPct;
  let clings = 0;
  for (let day = 0; day < days; day++) {
    const at = season * weather.days + Math.min(weather.days - 1, Math.max(0, from + day - weather.firstDay));
    if (day > 0) {
      const tmax = weather.tmaxC[at]!;
      const mean = (tmax + weather.tminC[at]!) / 2;
      const warm = mean + BY_DAY * (tmax - mean);
      const humidity = (100 * weather.vapourKpa[at]!) / saturationKpa(warm);
      const balance = equilibriumMoisture(warm, humidity, rule.equilibrium);
      inside += rule.shareADay.value * (balance - inside);
      clings *= 1 - rule.wetShareADay.value;
    }
    clings += (rule.pctPer10Mm.value * weather.rainMm[at]!) / 10;
    // wet through, it holds no more
    clings = Math.min(clings, Math.max(0, WET_THROUGH_PCT - inside));
    moisture[day] = inside + clings;
  }
  return moisture;
}

/** Grain that rain has wetted through [%]; assumption. */
const WET_THROUGH_PCT = 32;
