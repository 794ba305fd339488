import { describe, expect, it } from "vitest";
import { testGuide } from "../../../tests/support/guides";
import { toDay } from "../dates";
import { resolveGuide } from "../guides/resolve-guide";
import { unwrap } from "../result";
import { DELTA, UPLAND_PLAIN } from "../weather/example-climates";
import { emptyWeather } from "../weather/generator";
import { growSeason, growthCrop, growthOf, OUT, soilTemperature } from "./growth";
import {
  chanceOf,
  expectedYield,
  niceStep,
  simulateWindow,
  type WindowDate,
  type WindowQuestion,
  windowOf,
} from "./sowing-window";
import { targetCheck } from "./target-check";
import { temperatureFactor } from "./temperature-factor";

const FIELD = { textureClass: "clayLoam", irrigated: false } as const;
const guideOf = (id: string, kind: string) => unwrap(resolveGuide(testGuide(id), { kind }));

/** Spring wheat in 400 even days: 16 C, 20 MJ, no rain, 3 mm of evapotranspiration. */
function evenDays() {
  const weather = emptyWeather(toDay("2027-01-01"), 400, 1);
  weather.tminC.fill(10);
  weather.tmaxC.fill(22);
  weather.solarMj.fill(20);
  weather.etoMm.fill(3);
  return weather;
}
const spring = guideOf("wheat", "spring");
function grow(
  weather: ReturnType<typeof evenDays>,
  irrigated: boolean,
  change: Partial<ReturnType<typeof growthCrop>> = {},
) {
  const crop = { ...growthCrop(spring, { ...FIELD, irrigated }), ...change };
  const out = new Float64Array(OUT.size);
  growSeason(growthOf(spring, 47, weather, crop), 0, 10, out);
  return out;
}

describe("growSeason", () => {
  it("makes the biomass of the hand sum in even days", () => {
    // one stage interval by hand: 16 C a day, emergence at 125 Cd after 8 days (128), ripe at 2120: day 133 (2128).
    // A day of full cover makes 0.5 x 20 MJ x 2.6 g/MJ = 26 g/m2 = 0.26 t/ha. Cover runs straight between the stages
    // (thermal time: 125 0.03, 340 0.2, 680 0.5, 1000 0.9, 1160 0.95, 1290 0.95, 1780 0.85, 2120 0.7), so its integral
    // over thermal time is 215 x 0.115 + 340 x 0.35 + 320 x 0.7 + 160 x 0.925 + 130 x 0.95 + 490 x 0.9 + 340 x 0.775
    // = 24.7 + 119 + 224 + 148 + 123.5 + 441 + 263.5 = 1343.7 Cd, / 16 = 83.98 days of full cover: 21.84 t/ha.
    // Grain: x 0.48 / 0.85 = 12.33 t/ha; days are steps, so one per cent either way
    const out = grow(evenDays(), true);
    expect(out[OUT.ripeDay]).toBe(10 + 133);
    expect(out[OUT.potential]).toBeGreaterThan(12.33 * 0.99);
    expect(out[OUT.potential]).toBeLessThan(12.33 * 1.01);
    expect(out[OUT.yield]).toBeCloseTo(out[OUT.potential]!, 6);
  });
  it("loses to drought without rain, nothing with water", () => {
    const dry = grow(evenDays(), false);
    // clay loam to 120 cm holds 186 mm; the crop wants some 3 x 1.0 x 110 days = 330: over a quarter is missing
    expect(dry[OUT.losses + 4]).toBeGreaterThan(0.15);
    expect(dry[OUT.yield]).toBeLessThan(0.85 * dry[OUT.potential]!);
    const wet = evenDays();
    wet.rainMm.fill(5);
    expect(grow(wet, false)[OUT.losses + 4]).toBe(0);
  });
  it("takes frost at flowering by the degree", () => {
    const frosty = evenDays();
    // flowering spans 1290 to 1780 Cd: 16 C a day from day 10: reached in day 91 (81 x 16 = 1296); two nights at -3
    frosty.tminC[93] = -3;
    frosty.tmaxC[93] = 35;
    const out = grow(frosty, true);
    // limit -1: 2 degrees x 15 % = 30 %; limit 31 for heat: 4 degrees x 4 % = 16 %
    expect(out[OUT.losses + 2]).toBeCloseTo(0.3, 6);
    expect(out[OUT.losses + 3]).toBeCloseTo(0.16, 6);
    expect(out[OUT.yield]! / out[OUT.potential]!).toBeCloseTo(0.7 * 0.84, 2);
  });
  it("waits for a dry day at harvest, at a price", () => {
    const wet = evenDays();
    // ripe on day 143, usual harvest 4 days later; rain on days 147 to 151, then 1 day after more than 3 mm
    for (let d = 147; d <= 151; d++) wet.rainMm[d] = 10;
    const out = grow(wet, true);
    expect(out[OUT.harvestDay]).toBe(153);
    // six days at 0.7 %
    expect(out[OUT.losses + 5]).toBeCloseTo(0.042, 6);
  });
  it("takes for early sowing by the day", () => {
    const out = grow(evenDays(), true, { earlyBefore: toDay("2027-01-31"), earlyLossPerDay: 0.005 });
    // sown on 11 January, 20 days before
    expect(out[OUT.losses + 1]).toBeCloseTo(0.1, 9);
  });
  it("says when a crop does not ripen, with no yield", () => {
    const cold = evenDays();
    cold.tmaxC.fill(2);
    cold.tminC.fill(-4);
    const out = grow(cold, true);
    expect([out[OUT.yield], out[OUT.ripeDay], out[OUT.losses + 6]]).toEqual([0, -1, 1]);
  });
});

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
  it("gives a season at the target an even chance, and 8 % above it more than five in six", () => {
    expect(chanceOf(8, 8)).toBeCloseTo(0.5, 6);
    // 8.7 is (8.7 - 8) / (0.08 x 8.7) = 1.006 standard deviations above: 0.843
    expect(chanceOf(8.7, 8)).toBeCloseTo(0.843, 2);
    expect(chanceOf(0, 8)).toBe(0);
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

function question(
  id: string,
  kind: string,
  climate: typeof DELTA,
  from: string,
  to: string,
  reference: string,
  change: Partial<WindowQuestion> = {},
): WindowQuestion {
  const resolved = guideOf(id, kind);
  const typical = resolved.product.targetTPerHa.typical;
  return {
    climate,
    season: 2027,
    today: "2026-08-12",
    observed: null,
    guide: resolved.guide,
    kind: resolved.kind,
    crop: growthCrop(resolved, FIELD, { earlyBefore: toDay(reference) }),
    from,
    to,
    stepDays: 10,
    referenceDate: reference,
    expectedTPerHa: typical,
    targetTPerHa: typical,
    seasons: 60,
    ...change,
  };
}

describe("simulateWindow", () => {
  const wheat = simulateWindow(question("wheat", "winter", UPLAND_PLAIN, "2026-09-01", "2026-12-10", "2026-10-02"));
  it("gives the expected yield at the reference date, and about an even chance of it", () => {
    const near = wheat.dates.find((d) => d.date === "2026-10-01")!;
    expect(near.meanTPerHa).toBeCloseTo(7.5, 0);
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
    expect(rainFed.dates[0]!.limit).toBe("drought");
    const crop = growthCrop(guideOf("rice", "medium"), { ...FIELD, irrigated: true });
    expect(simulateWindow(question(...ask, { crop })).dates[0]!.lossPct.drought).toBe(0);
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
