/** Weather that threats wait for, likelihood, weeds over years, ways of protection: each worked by hand. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { WeatherRule } from "../guides/schema-threats";
import { unwrap } from "../result";
import { type DailyWeather, emptyWeather } from "../weather/generator";
import { likelihoodAfter } from "./likelihood";
import { optionWorth, schoolOutcome, type ThreatAtStake } from "./protection-schools";
import { spellDays, threatPressure, treatmentsFor, warmthReached } from "./threat-weather";
import { weedYears } from "./weed-years";
import { wetHours } from "./wet-hours";

const RULE: WeatherRule = {
  id: "r",
  name: "two wet days over 10 C",
  tminFrom: 10,
  rainFrom: 2,
  inARow: 2,
  holdsDays: 8,
  source: "assumption",
};
const FIRST = 20_000;
/** Days of one or more seasons: minimum and rain; the maximum lies 10 C over the minimum. */
function days(...seasons: [tmin: number, rain: number][][]): DailyWeather {
  const weather = emptyWeather(FIRST, seasons[0]?.length ?? 0, seasons.length);
  seasons.forEach((season, s) => {
    season.forEach(([tmin, rain], d) => {
      const at = s * weather.days + d;
      weather.tminC[at] = tmin;
      weather.tmaxC[at] = tmin + 10;
      weather.rainMm[at] = rain;
    });
  });
  return weather;
}

describe("hours of wet leaves", () => {
  it("are those under the dew point of a ninth more vapour, and of rain", () => {
    // 1.2 / 0.9 = 1.3333 kPa: ln(1.3333 / 0.6108) = 0.7806; 237.3 x 0.7806 / (17.27 - 0.7806) = 11.23 C
    // (11.23 - 13) / 5 = -0.353; arccos = 1.932; 24 (1 - 1.932 / 3.1416) = 9.24
    expect(wetHours(8, 18, 1.2, 0)).toBeCloseTo(9.24, 1);
    // 10 mm are 5 h, of which 14.76 / 24 fall into what was dry: 9.24 + 3.07
    expect(wetHours(8, 18, 1.2, 10)).toBeCloseTo(12.32, 1);
    // 40 mm last 12 h at most: 9.24 + 12 x 0.615
    expect(wetHours(8, 18, 1.2, 40)).toBeCloseTo(16.62, 1);
  });
  it("are none in dry air and all day in fog, never more", () => {
    expect(wetHours(10, 30, 0.6, 0)).toBe(0);
    expect(wetHours(8, 10, 1.3, 0)).toBe(24);
    expect(wetHours(9, 9, 1.3, 0)).toBe(24);
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 30, noNaN: true }),
        fc.double({ min: 0, max: 25, noNaN: true }),
        fc.double({ min: 0.05, max: 4, noNaN: true }),
        fc.double({ min: 0, max: 200, noNaN: true }),
        (tmin, range, vapour, rain) => {
          const h = wetHours(tmin, tmin + range, vapour, rain);
          expect(h).toBeGreaterThanOrEqual(0);
          expect(h).toBeLessThanOrEqual(24);
          expect(wetHours(tmin, tmin + range, vapour, rain + 5)).toBeGreaterThanOrEqual(h - 1e-9);
        },
      ),
    );
  });
});

describe("spells of weather", () => {
  const wet: [number, number] = [12, 5];
  const dry: [number, number] = [12, 0];
  const cold: [number, number] = [9, 5];
  it("are complete on the last of so many days in a row", () => {
    //             0    1    2    3     4    5
    const weather = days([wet, wet, wet, cold, wet, wet]);
    expect(spellDays(RULE, weather, 0, FIRST, FIRST + 5)).toEqual([FIRST + 1, FIRST + 2, FIRST + 5]);
    // the day before the first one that is asked for counts towards the first spell
    expect(spellDays(RULE, weather, 0, FIRST + 1, FIRST + 5)[0]).toBe(FIRST + 1);
    expect(spellDays(RULE, weather, 0, FIRST + 3, FIRST + 4)).toEqual([]);
    // beyond the weather there is nothing
    expect(spellDays(RULE, weather, 0, FIRST + 4, FIRST + 50)).toEqual([FIRST + 5]);
  });
  it("hold each bound that is named", () => {
    const weather = days([wet, dry, cold, [25, 5]]);
    const one = (more: Partial<WeatherRule>) =>
      spellDays({ id: "r", name: "", inARow: 1, holdsDays: 5, source: "", ...more }, weather, 0, FIRST, FIRST + 3).map(
        (d) => d - FIRST,
      );
    expect(one({ rainTo: 1 })).toEqual([1]);
    expect(one({ rainFrom: 5 })).toEqual([0, 2, 3]);
    // means are 17, 17, 14 and 30, maxima 22, 22, 19 and 35
    expect(one({ meanFrom: 15, meanTo: 20 })).toEqual([0, 1]);
    expect(one({ tmaxFrom: 23 })).toEqual([3]);
    expect(one({ tminFrom: 10 })).toEqual([0, 1, 3]);
    // without vapour the air is dry: only rain wets, 2.5 h of 5 mm
    expect(one({ wetHoursFrom: 2.5 })).toEqual([0, 2, 3]);
    expect(one({ wetHoursFrom: 2.6 })).toEqual([]);
  });
  it("ask for a treatment unless one before holds", () => {
    expect(treatmentsFor([4, 5, 11, 30], 8)).toBe(2);
    expect(treatmentsFor([4, 5, 12, 30], 8)).toBe(3);
    expect(treatmentsFor([], 8)).toBe(0);
  });
  it("are told by their share of the seasons, few, usual and many", () => {
    const weather = days([wet, wet, dry], [wet, wet, wet], [dry, dry, dry], [wet, wet, dry]);
    const found = threatPressure(RULE, weather, FIRST, FIRST + 2);
    expect(found.shareByDay).toEqual([0, 0.75, 0.25]);
    // spells 1, 2, 0, 1: sorted 0, 1, 1, 2; the tenth of four is the first, the half the second, nine tenths the last
    expect(found.spells).toEqual({ few: 0, usual: 1, many: 2 });
    expect(found.treatments).toEqual({ few: 0, usual: 1, many: 1 });
  });
  it("warmth for a brood comes together over a base", () => {
    // mean 17 over 10: 7 a day, 21 after three days
    const weather = days([wet, wet, wet, wet]);
    expect(warmthReached(weather, 0, FIRST, { baseC: 10, degreeDays: 21 })).toBe(FIRST + 2);
    expect(warmthReached(weather, 0, FIRST + 1, { baseC: 10, degreeDays: 21 })).toBe(FIRST + 3);
    expect(warmthReached(weather, 0, FIRST, { baseC: 10, degreeDays: 29 })).toBeNull();
    expect(warmthReached(weather, 0, FIRST, { baseC: 20, degreeDays: 1 })).toBeNull();
  });
});

describe("weeds over years", () => {
  const WEED = {
    plantsPerM2: 10,
    lossPctPerPlant: 0.4,
    greatestLossPct: 60,
    seedsPerPlant: 120,
    emergePct: 10,
    survivePct: 35,
  };
  it("shed and come up again", () => {
    const { years } = unwrap(weedYears({ ...WEED, efficacyPct: 0, years: 2 }));
    // loss 4 / (1 + 4/60) = 3.75; seed 100 in the ground; shed 10 x 120 / (1 + 4/60) = 1125; (100 - 10 + 1125) x 0.35 = 425.25
    expect(years[0]).toMatchObject({ cameUp: 10, left: 10 });
    expect(years[0]?.lossPct).toBeCloseTo(3.75, 9);
    expect(years[0]?.seedBank).toBeCloseTo(425.25, 9);
    // 42.525 of them: 17.01 / (1 + 17.01 / 60) = 13.25 %
    expect(years[1]?.cameUp).toBeCloseTo(42.525, 9);
    expect(years[1]?.lossPct).toBeCloseTo(13.253, 2);
  });
  it("die out where none is left to shed, and control never makes more of them", () => {
    const { years } = unwrap(weedYears({ ...WEED, efficacyPct: 100, years: 3 }));
    // 90 x 0.35 = 31.5, then (31.5 - 3.15) x 0.35
    expect(years.map((y) => Math.round(y.seedBank * 1000) / 1000)).toEqual([31.5, 9.923, 3.126]);
    expect(years.every((y) => y.lossPct === 0)).toBe(true);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 99 }), fc.integer({ min: 1, max: 400 }), (efficacyPct, plantsPerM2) => {
        const less = unwrap(weedYears({ ...WEED, plantsPerM2, efficacyPct, years: 5 })).years;
        const more = unwrap(weedYears({ ...WEED, plantsPerM2, efficacyPct: efficacyPct + 1, years: 5 })).years;
        more.forEach((y, i) => {
          expect(y.lossPct).toBeLessThanOrEqual((less[i]?.lossPct ?? 0) + 1e-9);
          expect(y.lossPct).toBeLessThanOrEqual(60);
        });
      }),
    );
  });
  it("name what is wrong", () => {
    const wrong = weedYears({ ...WEED, emergePct: 0, efficacyPct: 101, years: 1.5 });
    expect(wrong.ok ? [] : wrong.errors.map((e) => e.field)).toEqual(["emergePct", "efficacyPct", "years"]);
  });
});

describe("likelihood", () => {
  it("goes by steps and stays in its words", () => {
    expect(likelihoodAfter("possible", 0)).toBe("possible");
    expect(likelihoodAfter("possible", 2)).toBe("expected");
    expect(likelihoodAfter("possible", 9)).toBe("expected");
    expect(likelihoodAfter("unlikely", -1)).toBe("unlikely");
  });
});

describe("ways of protection", () => {
  const BLIGHT: ThreatAtStake = {
    chance: 0.6,
    lossPct: 40,
    efficacyPct: 85,
    earlyEfficacyPct: 95,
    treatments: { few: 2, usual: 6, many: 9 },
    product: "shield",
    costPerHa: 3000,
    most: 8,
  };
  it("come to treatments, cost and loss", () => {
    // looked for first: 0.6 x 6 = 3.6 treatments of 30.00; 0.6 x 40 x (1 - 0.85) = 3.6 %
    const first = schoolOutcome("overThreshold", [BLIGHT]);
    expect(first.treatments.usual).toBeCloseTo(3.6, 9);
    expect(first.costPerHa.usual).toBeCloseTo(10_800, 9);
    expect(first.lossPct).toBeCloseTo(3.6, 9);
    // by programme: all six, no more than the label's eight in a wet season; 0.6 x 40 x 0.05 = 1.2 %
    const programme = schoolOutcome("programme", [BLIGHT]);
    expect(programme.treatments).toEqual({ few: 2, usual: 6, many: 8 });
    expect(programme.lossPct).toBeCloseTo(1.2, 9);
    // last resort: a third of them; 24 x (1 - 0.85 / 3) = 17.2 %
    const last = schoolOutcome("lastResort", [BLIGHT]);
    expect(last.treatments.usual).toBeCloseTo(1.2, 9);
    expect(last.lossPct).toBeCloseTo(17.2, 9);
    expect(schoolOutcome("never", [BLIGHT])).toMatchObject({ costPerHa: { usual: 0 } });
    expect(schoolOutcome("never", [BLIGHT]).lossPct).toBeCloseTo(24, 9);
  });
  it("treat nothing that no label names, and threats of one product together", () => {
    const none = schoolOutcome("programme", [{ ...BLIGHT, product: null, costPerHa: 0 }]);
    expect(none.treatments.usual).toBe(0);
    expect(none.lossPct).toBeCloseTo(24, 9);
    const two = schoolOutcome("programme", [
      BLIGHT,
      { ...BLIGHT, chance: 0.1, lossPct: 10, treatments: { few: 1, usual: 7, many: 7 } },
    ]);
    // the one that asks for most counts: seven
    expect(two.treatments.usual).toBe(7);
    expect(two.costPerHa.usual).toBe(21_000);
    // 1 - (1 - 0.012)(1 - 0.1 x 0.1 x 0.05)
    expect(two.lossPct).toBeCloseTo(100 * (1 - 0.988 * 0.9995), 9);
  });
  it("an option is worth what it keeps of what is likely to be lost", () => {
    // 0.3 x 10 % x 35 % x 8 t x 190.00
    expect(optionWorth({ chance: 0.3, lossPct: 10, efficacyPct: 35, yieldTPerHa: 8, pricePerT: 19_000 })).toBeCloseTo(
      1596,
      6,
    );
  });
});
