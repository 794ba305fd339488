import { describe, expect, it } from "vitest";
import { isoDate, toDay } from "../dates";
import { type Climate, completeNormals, dailyValue, meanPreservingNodes, monthPlace } from "./climate";
import { DELTA, UPLAND_PLAIN } from "./example-climates";
import { generateWeather } from "./generator";
import { referenceEt } from "./reference-et";

const YEARS = 200;
const first = toDay("2027-01-01");

function monthly(climate: Climate) {
  const weather = generateWeather(climate, { firstDay: first, days: 365, seasons: YEARS, seed: 11 });
  const months = Array.from({ length: 12 }, () => ({
    days: 0,
    tmin: 0,
    tmax: 0,
    rain: 0,
    wet: 0,
    solar: 0,
    eto: 0,
    wind: 0,
    rainByYear: new Array<number>(YEARS).fill(0),
    meanByYear: new Array<number>(YEARS).fill(0),
  }));
  for (let s = 0; s < YEARS; s++)
    for (let d = 0; d < 365; d++) {
      const m = months[Number(isoDate(first + d).slice(5, 7)) - 1]!;
      const at = s * 365 + d;
      m.days++;
      m.tmin += weather.tminC[at]!;
      m.tmax += weather.tmaxC[at]!;
      m.rain += weather.rainMm[at]!;
      m.wet += weather.rainMm[at]! > 0 ? 1 : 0;
      m.solar += weather.solarMj[at]!;
      m.eto += weather.etoMm[at]!;
      m.wind += weather.windMs[at]!;
      m.rainByYear[s]! += weather.rainMm[at]!;
      m.meanByYear[s]! += (weather.tminC[at]! + weather.tmaxC[at]!) / 2;
    }
  return { weather, months };
}
/** Standard error of the mean of yearly values. */
function standardError(values: number[]): number {
  const mean = values.reduce((a, b) => a + b, 0) / values.length;
  return Math.sqrt(values.reduce((a, b) => a + (b - mean) ** 2, 0) / (values.length - 1) / values.length);
}

describe.each([
  ["upland plain", UPLAND_PLAIN],
  ["delta", DELTA],
])("200 simulated years of the %s", (_, climate) => {
  const { weather, months } = monthly(climate);
  it("have the rain of the normals, within four standard errors of the mean", () => {
    months.forEach((m, i) => {
      expect(Math.abs(m.rain / YEARS - climate.months[i]!.rainMm)).toBeLessThan(4 * standardError(m.rainByYear) + 0.3);
    });
  });
  it("have the wet days of the normals", () => {
    // share p of about 30 days, autocorrelation 0.25: sd of a month's count about 1.3 sqrt(30 p (1-p)), 200 years
    months.forEach((m, i) => {
      const p = climate.months[i]!.wetDays! / 30.4;
      const error = (1.3 * Math.sqrt(30.4 * p * (1 - p))) / Math.sqrt(YEARS);
      expect(Math.abs(m.wet / YEARS - climate.months[i]!.wetDays!)).toBeLessThan(4 * error + 0.25);
    });
  });
  it("have the temperatures of the normals, within four standard errors and 0.25 C of month-edge effects", () => {
    months.forEach((m, i) => {
      const error = standardError(m.meanByYear.map((v) => v / (m.days / YEARS)));
      expect(Math.abs(m.tmin / m.days - climate.months[i]!.tminC!)).toBeLessThan(4 * error + 0.25);
      expect(Math.abs(m.tmax / m.days - climate.months[i]!.tmaxC!)).toBeLessThan(4 * error + 0.25);
    });
  });
  it("have the radiation and wind of the normals within 4 %, and evapotranspiration within 6 %", () => {
    months.forEach((m, i) => {
      const normal = climate.months[i]!;
      expect(Math.abs(m.solar / m.days / normal.solarMjPerM2! - 1)).toBeLessThan(0.04);
      expect(Math.abs(m.wind / m.days / normal.windAt2mMs! - 1)).toBeLessThan(0.04);
      expect(Math.abs(m.eto / YEARS - normal.etoMm)).toBeLessThan(0.06 * normal.etoMm + 1);
    });
  });
  it("never have a minimum over the maximum, negative rain or more sun than a clear sky", () => {
    for (let i = 0; i < weather.tminC.length; i++) {
      expect(weather.tminC[i]! <= weather.tmaxC[i]!).toBe(true);
      if (weather.rainMm[i]! < 0 || weather.solarMj[i]! <= 0 || weather.etoMm[i]! < 0 || weather.windMs[i]! <= 0)
        throw new Error(`day ${i} is not possible`);
    }
  }, 20_000);
  it("have warm and cold spells: one day leans on the one before", () => {
    let product = 0;
    let square = 0;
    const normals = completeNormals(climate).months;
    const nodes = meanPreservingNodes(normals.map((m) => (m.tminC + m.tmaxC) / 2));
    for (let s = 0; s < YEARS; s++)
      for (let d = 1; d < 365; d++) {
        const deviation = (k: number) =>
          (weather.tminC[s * 365 + k]! + weather.tmaxC[s * 365 + k]!) / 2 - dailyValue(nodes, monthPlace(first + k));
        product += deviation(d) * deviation(d - 1);
        square += deviation(d) ** 2;
      }
    // 0.65 from the autoregression, a little less from rain, a little more from warm and cold years
    expect(product / square).toBeGreaterThan(0.5);
    expect(product / square).toBeLessThan(0.8);
  });
});

describe("generateWeather", () => {
  it("gives the same course of a seed however many are drawn", () => {
    const ask = { firstDay: first, days: 40, seed: 3 };
    const few = generateWeather(UPLAND_PLAIN, { ...ask, seasons: 2 });
    const many = generateWeather(UPLAND_PLAIN, { ...ask, seasons: 5 });
    expect([...few.tmaxC]).toEqual([...many.tmaxC.slice(0, 80)]);
    expect(generateWeather(UPLAND_PLAIN, { ...ask, seasons: 2, seed: 4 }).tmaxC[0]).not.toBe(few.tmaxC[0]);
  });
  it("evaporates by Penman-Monteith, scaled to the station's own normal", () => {
    const w = generateWeather(UPLAND_PLAIN, { firstDay: toDay("2027-07-01"), days: 31, seasons: 3, seed: 9 });
    const ratios = Array.from(w.etoMm, (eto, i) => {
      const day = referenceEt({
        latitudeDeg: UPLAND_PLAIN.latitudeDeg,
        altitudeM: 310,
        dayOfYear: 182 + (i % 31),
        tmaxC: w.tmaxC[i]!,
        tminC: w.tminC[i]!,
        actualVapourPressureKpa: w.vapourKpa[i]!,
        windAt2mMs: w.windMs[i]!,
        solarMjPerM2: w.solarMj[i]!,
      });
      return day.ok ? eto / day.value.etoMmPerDay : Number.NaN;
    });
    // one factor for the whole of July: normal over Penman-Monteith of the normals
    expect(Math.max(...ratios) / Math.min(...ratios)).toBeLessThan(1.001);
    expect(ratios[0]).toBeGreaterThan(0.85);
    expect(ratios[0]).toBeLessThan(1.15);
  });
  it("makes sunnier, wider days of dry ones", () => {
    const w = generateWeather(UPLAND_PLAIN, { firstDay: toDay("2027-06-01"), days: 30, seasons: 100, seed: 5 });
    const sums = { wet: [0, 0, 0], dry: [0, 0, 0] };
    for (let i = 0; i < w.rainMm.length; i++) {
      const of = w.rainMm[i]! > 0 ? sums.wet : sums.dry;
      of[0]!++;
      of[1]! += w.solarMj[i]!;
      of[2]! += w.tmaxC[i]! - w.tminC[i]!;
    }
    expect(sums.wet[1]! / sums.wet[0]!).toBeLessThan((0.7 * sums.dry[1]!) / sums.dry[0]!);
    expect(sums.wet[2]! / sums.wet[0]!).toBeLessThan((0.8 * sums.dry[2]!) / sums.dry[0]!);
  });
  it("works from the barest normals and says what it assumed", () => {
    const bare: Climate = {
      station: "bare",
      latitudeDeg: 47,
      months: UPLAND_PLAIN.months.map(({ meanC, rainMm, etoMm }) => ({ meanC, rainMm, etoMm })),
    };
    expect(completeNormals(bare).assumed).toEqual([
      "minimum and maximum temperature",
      "wet days",
      "solar radiation",
      "humidity",
      "wind",
    ]);
    expect(completeNormals(UPLAND_PLAIN).assumed).toEqual([]);
    // July: range 10, Ra at 47 N about 40.3: 0.16 x sqrt(10) x 40.3 = 20.4 MJ/m2
    expect(completeNormals(bare).months[6]!.solarMjPerM2).toBeCloseTo(20.4, 0);
    const w = generateWeather(bare, { firstDay: first, days: 365, seasons: 20, seed: 1 });
    expect(w.etoMm.every((v) => Number.isFinite(v))).toBe(true);
  });
});

describe("meanPreservingNodes", () => {
  it("keeps the months' means under straight lines", () => {
    const normals = UPLAND_PLAIN.months.map((m) => m.meanC);
    const nodes = meanPreservingNodes(normals);
    for (let month = 0; month < 12; month++) {
      const days = Array.from({ length: 365 }, (_, d) => first + d).filter(
        (d) => Number(isoDate(d).slice(5, 7)) === month + 1,
      );
      const mean = days.reduce((sum, d) => sum + dailyValue(nodes, monthPlace(d)), 0) / days.length;
      expect(mean).toBeCloseTo(normals[month]!, 1);
    }
    // by hand, one month of 8 among zeros: the middle stands above 8 / 0.75 = 10.67
    expect(meanPreservingNodes([0, 0, 0, 8, 0, 0, 0, 0, 0, 0, 0, 0])[3]).toBeGreaterThan(10.66);
  });
});
