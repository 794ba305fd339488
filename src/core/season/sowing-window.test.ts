import { describe, expect, it } from "vitest";
import { testGuide } from "../../../tests/support/guides";
import { toDay } from "../dates";
import { resolveGuide } from "../guides/resolve-guide";
import { temperatureFactor } from "../phenology/temperature-factor";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import { BEFORE_DAYS, rehearsalBasis, usualWater } from "../plan/rehearsal-basis";
import { UNPLANNED } from "../rehearsal/unplanned";
import { unwrap } from "../result";
import { DELTA, UPLAND_PLAIN } from "../weather/example-climates";
import { emptyWeather } from "../weather/generator";
import { soilTemperature } from "../weather/soil-temperature";
import {
  expectedYield,
  niceStep,
  simulateWindow,
  type WindowDate,
  type WindowQuestion,
  windowOf,
} from "./sowing-window";
import { targetCheck } from "./target-check";

const FIELD = { textureClass: "clayLoam", stonesPct: null, soilDepthCm: null } as const;
const guideOf = (id: string, kind: string) => unwrap(resolveGuide(testGuide(id), { kind }));

describe("the parts", () => {
  it("lets growth saturate before development", () => {
    const at = (t: number) => temperatureFactor(t, { baseC: 0, optimumC: 24, ceilingC: 34 });
    expect([0, 6, 12, 20, 24, 29, 34].map(at)).toEqual([0, 0.5, 1, 1, 1, 0.5, 0]);
  });
  it("lets the soil lag behind the air", () => {
    const weather = emptyWeather(0, 60, 1);
    weather.tminC.fill(8);
    weather.tmaxC.fill(12);
    for (let d = 30; d < 60; d++) {
      weather.tminC[d] = 18;
      weather.tmaxC[d] = 22;
    }
    const soil = soilTemperature(weather, 5);
    expect(soil[29]).toBeCloseTo(10, 6);
    // a third of the way each day at 5 cm (1 / (1.5 + 1.5)): 13.33, then 15.56
    expect(soil[30]).toBeCloseTo(13.333, 2);
    expect(soil[31]).toBeCloseTo(15.556, 2);
  });
  it("leans on the guide as on two seasons", () => {
    expect(expectedYield(7.5, [8.1]).value).toBeCloseTo(7.7, 9);
    expect(expectedYield(7.5, []).value).toBe(7.5);
  });
  it("finds round steps", () => {
    expect([0.93, 1.7, 0.26, 6, 8].map(niceStep)).toEqual([1, 2, 0.25, 5, 10]);
  });
  it("names the window round the best date, and the last sensible one", () => {
    const date = (day: number, mean: number, chance: number) =>
      ({ date: `2026-10-${day}`, meanTPerHa: mean, chancePct: chance }) as WindowDate;
    const dates = [
      date(10, 7.0, 40),
      date(11, 7.9, 56),
      date(12, 8.0, 60),
      date(13, 7.85, 55),
      date(14, 7.7, 50),
      date(15, 6.9, 30),
      date(16, 6.7, 20),
    ];
    // within 6 points of 60 and 2.5 % of 8.0 (7.8): 11 to 13; 85 % of 8.0 is 6.8: the 15th
    expect(windowOf(dates)).toMatchObject({
      recommended: { from: "2026-10-11", to: "2026-10-13" },
      lastSensible: "2026-10-15",
    });
    expect(windowOf([]).best).toBeNull();
    // custom until 1 October: nothing later than the 15th is recommended, here the best of all is the 12th
    expect(windowOf(dates, [{ from: "2026-09-01", until: "2026-10-01" }]).recommended?.to).toBe("2026-10-13");
    const early = [{ from: "2026-09-01", until: "2026-09-26" }];
    expect(windowOf(dates, early)).toMatchObject({ best: { date: "2026-10-10" }, beyond: { date: "2026-10-12" } });
    expect(windowOf(dates, [{ from: "2026-08-01", until: "2026-09-01" }]).best).toBeNull();
  });
});

/** A plan's season of a kind, fitted to its typical yield at its reference date; rain-fed, nitrogen never short. */
function question(
  id: string,
  kind: string,
  climate: typeof DELTA,
  from: string,
  to: string,
  reference: string,
  change: Partial<WindowQuestion> = {},
  irrigated = false,
): WindowQuestion {
  const resolved = guideOf(id, kind);
  const facts = { field: { ...EXAMPLE_FACTS.field, ...FIELD, irrigated }, soilTest: null, climate };
  const window = { best: reference, latenessLossPctPerDay: resolved.kind.windows[0]!.latenessLossPctPerDay };
  const basis = rehearsalBasis(facts, resolved, 2027, window, { own: [], siteShare: 1 })!;
  const plantingDay = toDay(reference) - toDay("2026-01-01");
  return {
    climate,
    season: 2027,
    today: "2026-08-12",
    observed: null,
    guide: resolved.guide,
    kind: resolved.kind,
    asked: {
      ...basis,
      fit: { ...basis.fit, needKgAt1T: 0 },
      mulchKept: 0,
      heightM: null,
      plan: {
        ...UNPLANNED,
        startDay: plantingDay - BEFORE_DAYS,
        plantingDay,
        earlyBefore: plantingDay,
        ...usualWater(irrigated, basis.crop.bundMm > 0),
      },
    },
    from,
    to,
    stepDays: 10,
    targetTPerHa: resolved.product.targetTPerHa.typical,
    seasons: 60,
    ...change,
  };
}

describe("simulateWindow", () => {
  const wheat = simulateWindow(question("wheat", "winter", UPLAND_PLAIN, "2026-09-01", "2026-12-10", "2026-10-02"));
  it("gives about the typical yield at the reference date, and about an even chance of it", () => {
    // rain-fed on a deep clay loam: the typical yield stands for nine tenths of full water
    const near = wheat.dates.find((d) => d.date === "2026-10-01")!;
    expect(near.meanTPerHa).toBeGreaterThan(7);
    expect(near.meanTPerHa).toBeLessThan(8.34);
    expect(near.chancePct).toBeGreaterThan(35);
    expect(near.chancePct).toBeLessThan(75);
  });
  it("counts every season in the classes, and orders the percentiles", () => {
    for (const d of wheat.dates) {
      expect(d.classes.reduce((a, b) => a + b, 0)).toBe(60);
      expect(d.lowTPerHa <= d.middleTPerHa && d.middleTPerHa <= d.highTPerHa).toBe(true);
    }
  });
  it("recommends autumn dates, and finds the cold seedbed of December", () => {
    expect(wheat.recommended!.from >= "2026-09-01" && wheat.recommended!.to <= "2026-11-01").toBe(true);
    expect(wheat.lastSensible! >= "2026-10-20" && wheat.lastSensible! <= "2026-11-30").toBe(true);
    expect(wheat.dates.at(-1)!.limit).toBe("coldSeedbed");
    expect(wheat.dates[0]!.coldMetPct).toBe(100);
  });
  it("finds too little cold for winter wheat sown in May", () => {
    const may = simulateWindow(question("wheat", "winter", UPLAND_PLAIN, "2027-05-20", "2027-05-20", "2026-10-02"));
    expect(may.dates[0]!.coldMetPct).toBeLessThan(10);
    expect(may.dates[0]!.chancePct).toBeLessThan(1);
    expect(may.dates[0]!.limit).toBe("unripe");
  });
  it("finds drought for late rain-fed rice, none under irrigation", () => {
    const ask = ["rice", "medium", DELTA, "2027-09-01", "2027-09-01", "2027-07-10"] as const;
    const rainFed = simulateWindow(question(...ask));
    expect(rainFed.dates[0]!.limit).toBe("water");
    expect(simulateWindow(question(...ask, {}, true)).dates[0]!.lossPct.water).toBe(0);
  });
  it("has a smaller chance of a higher target", () => {
    const chances = [6, 7, 8, 9].map(
      (targetTPerHa) =>
        simulateWindow(
          question("wheat", "winter", UPLAND_PLAIN, "2026-10-01", "2026-10-01", "2026-10-02", { targetTPerHa }),
        ).dates[0]!.chancePct,
    );
    expect([...chances].sort((a, b) => b - a)).toEqual(chances);
    expect(chances[0]).toBeGreaterThan(80);
    expect(chances[3]).toBeLessThan(25);
  });
  it("tells of its progress", () => {
    const told: number[] = [];
    simulateWindow(
      question("wheat", "winter", UPLAND_PLAIN, "2026-09-20", "2026-10-10", "2026-10-02", { seasons: 3 }),
      (share) => told.push(share),
    );
    expect(told).toEqual([1 / 3, 2 / 3, 1]);
  });
  it("checks the target against light, water, history and components", () => {
    const { guide, product } = guideOf("wheat", "winter");
    const answer = simulateWindow(question("wheat", "winter", UPLAND_PLAIN, "2026-10-01", "2026-10-01", "2026-10-02"));
    const check = targetCheck(guide, product, answer, { plantsPerM2: 280, typicalPlantsPerM2: 280 }, 7.5);
    expect(check.potentialTPerHa).toBeGreaterThan(check.waterLimitedTPerHa);
    expect(check.waterLimitedTPerHa).toBeGreaterThan(check.historyLimitedTPerHa);
    expect(check.verdict).toBe("within reach");
    expect(check.components.map((c) => c.name)).toEqual(["ears", "grains per ear", "grain weight"]);
    // dry while the grain fills: its weight is the weakest
    expect(check.weakest).toBe("grain weight");
    // at the typical target, with typical plants, each is needed at its typical figure
    expect(check.components[0]!.needed).toBeCloseTo(520, 6);
    // half the plants: ears x 0.5 ^ 0.35 = 0.785
    const thin = targetCheck(guide, product, answer, { plantsPerM2: 140, typicalPlantsPerM2: 280 }, 7.5);
    expect(thin.components[0]!.expected / check.components[0]!.expected).toBeCloseTo(0.785, 3);
    const high = simulateWindow(
      question("wheat", "winter", UPLAND_PLAIN, "2026-10-01", "2026-10-01", "2026-10-02", { targetTPerHa: 20 }),
    );
    expect(targetCheck(guide, product, high, { plantsPerM2: 280, typicalPlantsPerM2: 280 }, 7.5).verdict).toBe(
      "out of reach of the light",
    );
  });
});
