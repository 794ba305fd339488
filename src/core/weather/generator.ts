/**
 * A stand-in for weather: any number of possible courses of a station's days, drawn from its monthly normals. What comes
 * from here is simulated and is labelled so wherever it is shown.
 *
 * Rain: a chain of two states, with transition chances from the share of wet days (Geng, Penning de Vries and Supit
 * 1986: dry to wet 0.75 of the share, wet to wet 0.25 more) and gamma amounts (same paper: scale -2.16 + 1.83 times the
 * mean amount). Temperature: a first-order autoregression round the normals (0.65 a day), cooler by day under rain in
 * warm months and milder in cold ones. Radiation and humidity go with wet and dry; evapotranspiration is Penman-Monteith
 * on what was drawn (Richardson 1981 is the model of the whole). Standard deviations are assumptions, stated at each.
 */

import { normalQuantile, quantileAt, Random } from "../random";
import {
  type Climate,
  completeNormals,
  dailyValue,
  MIDDLE_DAY,
  MONTH_DAYS,
  meanPreservingNodes,
  monthPlace,
  yearDay,
} from "./climate";
import { dewPointC, netRadiation, penmanMonteith, psychrometricConstant, saturationKpa } from "./reference-et";
import { clearSkyShare, extraterrestrialRadiation } from "./sun";

/** Daily weather of several seasons over the same days; a value stands at `season * days + (day - firstDay)`. */
export interface DailyWeather {
  firstDay: number;
  days: number;
  seasons: number;
  tminC: Float32Array;
  tmaxC: Float32Array;
  rainMm: Float32Array;
  solarMj: Float32Array;
  vapourKpa: Float32Array;
  windMs: Float32Array;
  etoMm: Float32Array;
  /** days from `firstDay` that are measured rather than simulated, the same in every season */
  observedDays: number;
}

export function emptyWeather(firstDay: number, days: number, seasons: number): DailyWeather {
  const series = () => new Float32Array(days * seasons);
  return {
    firstDay,
    days,
    seasons,
    tminC: series(),
    tmaxC: series(),
    rainMm: series(),
    solarMj: series(),
    vapourKpa: series(),
    windMs: series(),
    etoMm: series(),
    observedDays: 0,
  };
}

const DAY_TO_DAY = 0.65;
const FRESH = Math.sqrt(1 - DAY_TO_DAY * DAY_TO_DAY);
/** sd of a whole year's temperature against the normal [C]; assumption */
const YEAR_SD_C = 0.6;
/** coefficient of variation of a month's rain beyond what the chain gives; assumption */
const MONTH_RAIN_CV = 0.25;
const RAIN_SD = Math.sqrt(Math.log(1 + MONTH_RAIN_CV * MONTH_RAIN_CV));
const WIND_CV = 0.4;
/** a wet day's share of a dry day's range and radiation; assumptions after Richardson 1981 */
const WET_RANGE = 0.72;
const WET_SUN = 0.5;

/** What the normals say of each day's rain and warmth, worked out once for all seasons. */
function warmthTables(normals: Normals, firstDay: number, days: number) {
  const { months, tmin, tmax } = normals;
  const yearly = months.map((m) => (m.tminC + m.tmaxC) / 2);
  // a continental year swings more from day to day than a maritime or tropical one; assumption, 1.2 to 4.5 C
  const annualRange = Math.max(...yearly) - Math.min(...yearly);
  const series = () => new Float64Array(days);
  const t = {
    mean: series(),
    range: series(),
    wetShare: series(),
    shape: series(),
    scale: series(),
    wetWarmth: series(),
    month: new Uint8Array(days),
    sd: Math.min(4.5, 1.2 + 0.11 * annualRange),
  };
  for (let d = 0; d < days; d++) {
    const place = monthPlace(firstDay + d);
    const { month } = place;
    const normal = months[month]!;
    const low = dailyValue(tmin, place);
    const high = Math.max(low + 1, dailyValue(tmax, place));
    t.month[d] = month;
    t.mean[d] = (low + high) / 2;
    t.range[d] = high - low;
    const wetShare = shareOfWetDays(normal, month);
    t.wetShare[d] = wetShare;
    const amount = wetShare > 0 ? Math.max(0.15, normal.rainMm / normal.wetDays) - 0.1 : 0;
    const scale = Math.max(amount / 2, Math.min(amount / 0.5, -2.16 + 1.83 * amount));
    t.shape[d] = amount > 0 ? amount / scale : 1;
    t.scale[d] = scale;
    t.wetWarmth[d] = -Math.max(-1, Math.min(1.5, ((t.mean[d]! - 6) / 6) * 1.5));
  }
  return t;
}
type WarmthTables = ReturnType<typeof warmthTables>;

/** The same of each day's sun, moisture and wind. */
function skyTables(climate: Climate, { months, tmin, tmax }: Normals, firstDay: number, days: number) {
  const nodes = (of: (m: (typeof months)[number]) => number) => meanPreservingNodes(months.map(of));
  const solar = nodes((m) => m.solarMjPerM2);
  const humidity = nodes((m) => m.rhMeanPct);
  const wind = nodes((m) => m.windAt2mMs);
  const sky = clearSkyShare(climate.altitudeM ?? 0);
  const gamma = psychrometricConstant(climate.altitudeM ?? 0);
  const series = () => new Float64Array(days);
  const t = {
    solarDry: series(),
    solarWet: series(),
    clear: series(),
    dewGap: series(),
    wind: series(),
    etoFactor: series(),
    gamma,
  };
  const factors = new Array<number>(12).fill(1);
  for (let i = 0; i < 12; i++) {
    const m = months[i]!;
    const ra = extraterrestrialRadiation(climate.latitudeDeg, MIDDLE_DAY[i]!);
    const vapour = (m.rhMeanPct / 100) * ((saturationKpa(m.tmaxC) + saturationKpa(m.tminC)) / 2);
    const rn = netRadiation(m.tmaxC, m.tminC, vapour, m.solarMjPerM2, sky * ra);
    const month = penmanMonteith(m.tmaxC, m.tminC, vapour, m.windAt2mMs, rn, gamma) * MONTH_DAYS[i]!;
    // the station's own evapotranspiration normal leads; Penman-Monteith gives the days their shape
    if (m.etoMm > 0 && month > 0) factors[i] = m.etoMm / month;
  }
  for (let d = 0; d < days; d++) {
    const day = firstDay + d;
    const place = monthPlace(day);
    const { month } = place;
    const low = dailyValue(tmin, place);
    const high = Math.max(low + 1, dailyValue(tmax, place));
    const wetShare = shareOfWetDays(months[month]!, month);
    // radiation of wet and dry days that average to the normal and stay under a clear sky
    const ra = extraterrestrialRadiation(climate.latitudeDeg, yearDay(day));
    const clear = sky * ra;
    const usual = Math.min(clear * 0.98, Math.max(0.12 * ra, dailyValue(solar, place)));
    const dry = Math.min(usual / (WET_SUN * wetShare + 1 - wetShare), clear * 0.97);
    t.clear[d] = clear;
    t.solarDry[d] = dry;
    t.solarWet[d] = wetShare > 0 ? Math.max(0.05 * ra, (usual - (1 - wetShare) * dry) / wetShare) : usual;
    const vapour =
      (Math.min(99, Math.max(15, dailyValue(humidity, place))) / 100) *
      ((saturationKpa(low) + saturationKpa(high)) / 2);
    t.dewGap[d] = low - dewPointC(vapour);
    t.wind[d] = Math.max(0.3, dailyValue(wind, place));
    t.etoFactor[d] = factors[month]!;
  }
  return t;
}

interface Normals {
  months: ReturnType<typeof completeNormals>["months"];
  tmin: ReturnType<typeof meanPreservingNodes>;
  tmax: ReturnType<typeof meanPreservingNodes>;
}

function normalsOf(climate: Climate): Normals {
  const { months } = completeNormals(climate);
  return {
    months,
    tmin: meanPreservingNodes(months.map((m) => m.tminC)),
    tmax: meanPreservingNodes(months.map((m) => m.tmaxC)),
  };
}

const shareOfWetDays = (normal: { wetDays: number }, month: number) =>
  Math.min(0.97, normal.wetDays / MONTH_DAYS[month]!);

/**
 * Simulated courses. Warmth and rain stand from the start; sun, moisture, wind and evapotranspiration are drawn with them
 * and worked out when one of them is first asked for: the stages of a crop never ask.
 */
class SimulatedWeather implements DailyWeather {
  readonly tminC: Float32Array;
  readonly tmaxC: Float32Array;
  readonly rainMm: Float32Array;
  observedDays = 0;
  /** what was drawn: places in the tables of quantiles, and whether it rained */
  private readonly sunDraw: Uint16Array;
  private readonly windDraw: Uint16Array;
  private readonly wet: Uint8Array;
  private sky: Record<"solarMj" | "vapourKpa" | "windMs" | "etoMm", Float32Array> | null = null;
  private dewGap: Float64Array | null = null;
  private readonly normals: Normals;
  private readonly tables: WarmthTables;

  constructor(
    private readonly climate: Climate,
    readonly firstDay: number,
    readonly days: number,
    readonly seasons: number,
  ) {
    const size = days * seasons;
    this.tminC = new Float32Array(size);
    this.tmaxC = new Float32Array(size);
    this.rainMm = new Float32Array(size);
    this.sunDraw = new Uint16Array(size);
    this.windDraw = new Uint16Array(size);
    this.wet = new Uint8Array(size);
    this.normals = normalsOf(climate);
    this.tables = warmthTables(this.normals, firstDay, days);
  }

  get solarMj(): Float32Array {
    return this.drawSky().solarMj;
  }
  get vapourKpa(): Float32Array {
    return this.drawSky().vapourKpa;
  }
  get windMs(): Float32Array {
    return this.drawSky().windMs;
  }
  get etoMm(): Float32Array {
    return this.drawSky().etoMm;
  }

  /** Draws the first `days` of a course (the course number `stream` of a seed) into the place of `season`. */
  draw(season: number, seed: number, stream: number, days: number): void {
    const { tables: t, tminC, tmaxC, rainMm, sunDraw, windDraw } = this;
    const random = new Random(seed, stream);
    const year = YEAR_SD_C * random.quickNormal();
    let wet = random.uniform() < t.wetShare[0]!;
    let z = random.quickNormal();
    let month = -1;
    let monthRain = 1;
    const base = season * this.days;
    for (let d = 0; d < days; d++) {
      if (t.month[d] !== month) {
        month = t.month[d]!;
        monthRain = Math.exp(RAIN_SD * random.quickNormal() - 0.5 * RAIN_SD * RAIN_SD);
      }
      const share = t.wetShare[d]!;
      wet = random.uniform() < (wet ? 0.25 : 0) + 0.75 * share;
      z = DAY_TO_DAY * z + FRESH * random.quickNormal();
      const rain = wet ? (0.1 + t.scale[d]! * random.gamma(t.shape[d]!)) * monthRain : 0;
      const mean = t.mean[d]! + year + t.sd * z + t.wetWarmth[d]! * (wet ? 1 - share : -share);
      const spread = clip2(random.quickNormal());
      const range = (t.range[d]! / (WET_RANGE * share + 1 - share)) * (wet ? WET_RANGE : 1) * (1 + 0.2 * spread);
      const at = base + d;
      tmaxC[at] = mean + range / 2;
      tminC[at] = mean - range / 2;
      rainMm[at] = rain;
      this.wet[at] = wet ? 1 : 0;
      sunDraw[at] = random.quantilePlace();
      windDraw[at] = (random.uniform() * WIND.length) | 0;
    }
  }

  /** Puts the first `days` of course `season` at the head of every other course. */
  shareBeginning(season: number, days: number): void {
    for (const series of [this.tminC, this.tmaxC, this.rainMm, this.sunDraw, this.windDraw, this.wet])
      for (let s = 0; s < this.seasons; s++)
        series.copyWithin(s * this.days, season * this.days, season * this.days + days);
  }

  /** Sun, moisture, wind, and Penman-Monteith on all that was drawn (the arithmetic of `penmanMonteith` and `netRadiation`). */
  drawSky(): NonNullable<SimulatedWeather["sky"]> {
    if (this.sky) return this.sky;
    const { tminC, tmaxC, days, wet } = this;
    const { wetShare } = this.tables;
    const t = skyTables(this.climate, this.normals, this.firstDay, days);
    const { clear, etoFactor, gamma } = t;
    this.dewGap = t.dewGap;
    const size = tminC.length;
    const solarMj = new Float32Array(size);
    const vapourKpa = new Float32Array(size);
    const windMs = new Float32Array(size);
    const etoMm = new Float32Array(size);
    for (let i = 0; i < size; i++) {
      const d = i % days;
      const tmin = tminC[i]!;
      const tmax = tmaxC[i]!;
      const mean = (tmin + tmax) / 2;
      const share = wetShare[d]!;
      const usualSun = wet[i] ? t.solarWet[d]! : t.solarDry[d]!;
      const solar =
        usualSun + (clip2(quantileAt(this.sunDraw[i]!)) / 2) * Math.min(clear[d]! - usualSun, usualSun * 0.6);
      const vapour = vapourOf(tmin, tmax, t.dewGap[d]!, wet[i] ? 1 - share : -share);
      const wind = t.wind[d]! * WIND[this.windDraw[i]!]!;
      const a = (tmax + 273.16) * (tmax + 273.16);
      const b = (tmin + 273.16) * (tmin + 273.16);
      const clearness = solar < clear[d]! ? solar / clear[d]! : 1;
      const net =
        0.77 * solar - 4.903e-9 * 0.5 * (a * a + b * b) * (0.34 - 0.14 * Math.sqrt(vapour)) * (1.35 * clearness - 0.35);
      const saturation = (quickSaturation(tmax) + quickSaturation(tmin)) / 2;
      const slope = (4098 * quickSaturation(mean)) / ((mean + 237.3) * (mean + 237.3));
      const eto =
        (0.408 * slope * net + ((gamma * 900) / (mean + 273)) * wind * (saturation - vapour)) /
        (slope + gamma * (1 + 0.34 * wind));
      solarMj[i] = solar;
      vapourKpa[i] = vapour;
      windMs[i] = wind;
      etoMm[i] = eto > 0 ? eto * etoFactor[d]! : 0;
    }
    this.sky = { solarMj, vapourKpa, windMs, etoMm };
    return this.sky;
  }

  /** Vapour [kPa] of a measured day: under its own minimum as the station's normals have it, less so after rain. */
  measuredVapour(day: number, tminC: number, tmaxC: number, rainMm: number | null): number {
    this.drawSky();
    const share = this.tables.wetShare[day]!;
    const wet = rainMm === null ? 0 : rainMm >= 0.1 ? 1 - share : -share;
    return vapourOf(tminC, tmaxC, this.dewGap![day]!, wet);
  }
}

/** Vapour that goes with a day's warmth: the dew point so far under the minimum, up to a degree nearer on a wet day. */
const vapourOf = (tmin: number, tmax: number, dewGap: number, nearer: number): number =>
  Math.min(quickSaturation((tmin + tmax) / 2), quickSaturation(tmin - dewGap + nearer));

/**
 * Simulated seasons of daily weather from a station's normals.
 *
 * `firstDay` is a day number, `days` how many follow, `seasons` how many courses, `seed` a whole number. Course number i
 * of a seed and first day is the same however many courses are drawn. Monthly means agree with the normals within
 * sampling error; the tests hold it over 200 years. With `soFar`, the first days are the same in every course: those of
 * course 0 of a seed of their own.
 *
 * Example: generateWeather(climate, { firstDay: toDay("2027-01-01"), days: 365, seasons: 100, seed: 1 })
 */
export function generateWeather(
  climate: Climate,
  ask: { firstDay: number; days: number; seasons: number; seed: number; soFar?: { days: number; seed: number } },
): SimulatedWeather {
  const { firstDay, days, seasons, seed, soFar } = ask;
  const out = new SimulatedWeather(climate, firstDay, days, seasons);
  for (let season = 0; season < seasons; season++) out.draw(season, seed, season, days);
  if (soFar && soFar.days > 0) {
    out.draw(0, soFar.seed, 0, soFar.days);
    out.shareBeginning(0, soFar.days);
  }
  return out;
}

/** Saturation vapour pressure from a table of a tenth of a degree, within 0.001 % of the formula from -60 to 60 C. */
function quickSaturation(temperatureC: number): number {
  const place = (temperatureC + 60) * 10;
  if (!(place >= 0 && place < 1199)) return saturationKpa(temperatureC);
  const i = place | 0;
  const low = SATURATION[i]!;
  return low + (SATURATION[i + 1]! - low) * (place - i);
}
const WIND_SD = Math.sqrt(Math.log(1 + WIND_CV * WIND_CV));
/** Factors of the wind of equal chance: lognormal, with mean 1. */
const WIND = Float64Array.from({ length: 4096 }, (_, i) =>
  Math.exp(WIND_SD * normalQuantile((i + 0.5) / 4096) - 0.5 * WIND_SD * WIND_SD),
);
const SATURATION = Float64Array.from({ length: 1201 }, (_, i) => saturationKpa(i / 10 - 60));

function clip2(z: number): number {
  return z > 2 ? 2 : z < -2 ? -2 : z;
}
