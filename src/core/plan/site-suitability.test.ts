/** Suitability by hand, criterion by criterion, and its laws over all demo fields and ways. */

import { describe, expect, it } from "vitest";
import { ALL_WAYS, DEMO_FIELDS } from "../../../tests/support/every-plan";
import { ALL_GUIDES, testGuide } from "../../../tests/support/guides";
import { resolveGuide } from "../guides/resolve-guide";
import { unwrap } from "../result";
import { METRIC } from "../sheets/example-findings";
import { DELTA } from "../weather/example-climates";
import { EXAMPLE_FACTS } from "./example-facts";
import { CRITERIA, type CriterionId, type SiteFacts } from "./site-criteria";
import { siteSuitability, yieldShare } from "./site-suitability";

const crop = (guideId: string, kind?: string) => unwrap(resolveGuide(testGuide(guideId), kind ? { kind } : {}));
const judge = (more: Partial<SiteFacts>, of = crop("wheat", "winter")) =>
  unwrap(siteSuitability({ ...EXAMPLE_FACTS, season: 2027, ...more }, of));
const criterion = (id: CriterionId, more: Partial<SiteFacts>, of = crop("wheat", "winter")) =>
  judge(more, of).criteria.find((c) => c.id === id)!;
const field = (more: Partial<SiteFacts["field"]>): Partial<SiteFacts> => ({
  field: { ...EXAMPLE_FACTS.field, ...more },
});
const test = (more: Partial<NonNullable<SiteFacts["soilTest"]>>): Partial<SiteFacts> => ({
  soilTest: { ...EXAMPLE_FACTS.soilTest!, ...more },
});

describe("the soil", () => {
  it("is judged by pH, between where the crop fails and where it does best", () => {
    // wheat fails below 5, does best from 6: 5.8 is 0.8 of the way; from 8 down to 9.2: 8.6 is half
    expect(criterion("ph", test({ ph: 5.8 })).score).toBeCloseTo(0.8, 9);
    expect(criterion("ph", test({ ph: 8.6 })).score).toBeCloseTo(0.5, 9);
    expect([4.9, 6, 8, 9.3].map((ph) => criterion("ph", test({ ph })).score)).toEqual([0, 1, 1, 0]);
  });
  it("names the lime that would lift it, with cost and lead time", () => {
    // 0.7 x 8 x 15/20 / 0.9 / 0.85 = 5.49 t at 38.00
    const { lift } = criterion("ph", test({ ph: 5.8 }));
    expect(METRIC.tell(lift!.what)).toBe("5.5 t/ha of ground limestone");
    expect(lift?.leadDays).toBe(90);
    expect(lift!.costPerHa).toBeCloseTo(5.4902 * 3800, 0);
  });
  it("is judged by salt after Maas and Hoffman, and by sodium", () => {
    // wheat 6 dS/m and 7.1 %: 8 dS/m leaves 85.8 %
    expect(criterion("salinity", test({ ecE: 8 })).score).toBeCloseTo(0.858, 9);
    expect(criterion("salinity", test({ ecE: 5 })).score).toBe(1);
    // 10 % do no harm, 50 % nothing grows: 20 % is three quarters
    expect(criterion("sodium", test({ espPct: 20 })).score).toBeCloseTo(0.75, 9);
    // SAR 13 is an ESP of 15.2
    expect(criterion("sodium", test({ sar: 13 })).score).toBeCloseTo((50 - 15.17) / 40, 2);
  });
  it("does not know what was not tested: no score, which counts as 1", () => {
    const { criteria, score } = judge({ soilTest: null });
    for (const id of ["ph", "organicMatter", "salinity", "sodium"])
      expect(criteria.find((c) => c.id === id)?.score, id).toBeNull();
    expect(score).toBe(1);
  });
});

describe("the ground", () => {
  it("is judged by texture, drainage, depth, slope and stones", () => {
    const potato = crop("potato");
    expect(criterion("texture", field({ textureClass: "siltyClay" }), potato).score).toBe(0.5);
    expect(criterion("drainage", field({ drainage: "poor" }), potato).score).toBe(0.45);
    // 20 to 50 cm, 35 is half; 6 to 20 %, 13 is half; 6 to 35 % of stones, 12 is 23/29
    expect(criterion("depth", field({ soilDepthCm: 35 }), potato).score).toBeCloseTo(0.5, 9);
    expect(criterion("slope", field({ slopePct: 13 }), potato).score).toBeCloseTo(0.5, 9);
    expect(criterion("stones", field({ stonesPct: 12 }), potato).score).toBeCloseTo(23 / 29, 9);
    // what the plan itself takes away counts no more
    expect(criterion("stones", { ...field({ stonesPct: 12 }), mended: ["stones"] }, potato)).toMatchObject({
      score: 1,
      reason: "stones 12 %, separated before planting",
    });
  });
  it("names the lowest as the limit, and what would lift it", () => {
    const wet = judge(
      field({ drainage: "poor", slopePct: 1, stonesPct: 1, soilDepthCm: 100 }),
      crop("garlic", "autumn"),
    );
    expect([wet.limiting, wet.score]).toEqual(["drainage", 0.4]);
    expect(wet.criteria.find((c) => c.id === "drainage")?.lift?.what).toContain("drains");
  });
});

describe("water", () => {
  const potato = crop("potato", "maincrop");
  it("is rain, what the soil holds and what can be given, against what the typical yield takes", () => {
    // 20 April, 140 days: rain 11/30 x 52 + 74 + 76 + 58 + 54 + 6/30 x 56 = 292 x 0.8 = 234; clay loam 155 x 0.5 = 78;
    // 600 x 42 / 60 = 420 mm
    const rain = 0.8 * ((11 / 30) * 52 + 74 + 76 + 58 + 54 + (6 / 30) * 56);
    expect(criterion("water", {}, potato).score).toBeCloseTo((rain + 77.5) / 420, 9);
    // 5,000 m3 a year on 14.2 ha are 35 mm, of which 0.7 reach the roots
    const given = field({ irrigated: true, waterM3PerYear: 5000 });
    expect(criterion("water", given, potato).score).toBeCloseTo((rain + 77.5 + (0.7 * 5000) / 142) / 420, 9);
    expect(criterion("water", { waterMm: 300 }, potato).score).toBe(1);
  });
  it("is not known where a source is without a volume", () => {
    expect(criterion("water", field({ irrigated: true }), potato).score).toBeNull();
  });
});

describe("the sky", () => {
  it("gives wheat no cold in a delta, and a rice no warmth on a plain in the north", () => {
    expect(criterion("warmth", { climate: DELTA }).score).toBe(0);
    expect(criterion("warmth", {}, crop("rice", "medium")).score).toBe(0);
    expect(criterion("warmth", {}).score).toBe(1);
  });
  it("is not known without a climate", () => {
    const { criteria } = judge({ climate: null });
    for (const id of ["water", "humidity", "warmth", "frost", "sun"])
      expect(criteria.find((c) => c.id === id)?.score, id).toBeNull();
  });
});

describe("rotation and the way to the outlet", () => {
  const potato = crop("potato");
  const grown = (season: number, name = "potato", family = "Solanaceae") => ({
    history: [{ season, crop: name, yieldTPerHa: 40, family }],
  });
  it("ask for the years of rest of the crop and of its kin, but take nothing off the yield", () => {
    // four years between: two years ago is 2 / 5
    expect(criterion("rotation", grown(2025), potato).score).toBeCloseTo(0.4, 9);
    expect(criterion("rotation", grown(2025), potato).lift?.what).toBe("3 more years of other crops");
    // three years between kin: tomato last year, which passed clean
    expect(criterion("rotation", grown(2026, "tomato"), potato).score).toBe(0.5);
    expect(criterion("rotation", grown(2022), potato).score).toBe(1);
    const tired = judge(grown(2025), potato);
    expect(yieldShare(tired)).toBeGreaterThan(tired.score);
  });
  it("cost more the farther the harvest goes", () => {
    // potato: 30 km cost little, 200 fail
    expect(criterion("access", field({ outletKm: 115 }), potato).score).toBeCloseTo(0.5, 9);
    expect(criterion("access", field({ outletKm: null }), potato).score).toBeNull();
  });
});

describe("every way of every crop on every demo field", () => {
  it("has all criteria once, scores from 0 to 1 with a reason, and the lowest as the whole", () => {
    for (const facts of DEMO_FIELDS)
      for (const { crop: of } of ALL_WAYS) {
        const guide = ALL_GUIDES.find((g) => g.id === of.guideId)!;
        const resolved = unwrap(resolveGuide(guide, { kind: of.kindId, method: of.methodId }));
        const { score, limiting, criteria } = unwrap(siteSuitability({ ...facts, season: 2027 }, resolved));
        expect(criteria.map((c) => c.id).sort()).toEqual([...CRITERIA].sort());
        for (const c of criteria) {
          expect(c.reason.length, c.id).toBeGreaterThan(3);
          expect(c.reason).not.toMatch(/NaN|undefined|Infinity/);
          if (c.score !== null) expect(c.score >= 0 && c.score <= 1, `${c.id} ${c.score}`).toBe(true);
        }
        expect(score).toBe(Math.min(1, ...criteria.map((c) => c.score ?? 1)));
        if (score < 1) expect(criteria.find((c) => c.id === limiting)?.score).toBe(score);
      }
  });
  it("never gains from more salt, less depth or worse drainage", () => {
    for (const guide of ALL_GUIDES) {
      const of = unwrap(resolveGuide(guide, {}));
      for (const id of ["salinity"] as const) {
        const scores = [0, 2, 4, 8, 16].map((ecE) => criterion(id, test({ ecE }), of).score!);
        expect(scores).toEqual([...scores].sort((a, b) => b - a));
      }
      const depths = [10, 30, 60, 120].map((soilDepthCm) => criterion("depth", field({ soilDepthCm }), of).score!);
      expect(depths).toEqual([...depths].sort((a, b) => a - b));
    }
  });
});

describe("bad input", () => {
  it("names the field, what was given and what is allowed", () => {
    const result = siteSuitability({ ...EXAMPLE_FACTS, field: {} as never }, crop("wheat"));
    expect(result.ok ? [] : result.errors.map((e) => e.field)).toEqual(["field.textureClass", "field.drainage"]);
    const unresolved = siteSuitability({ ...EXAMPLE_FACTS }, testGuide("wheat") as never);
    expect(unresolved.ok ? [] : unresolved.errors.map((e) => e.field)).toEqual(["resolvedGuide"]);
  });
  it("takes what is left out for not known", () => {
    const bare = { field: { textureClass: "loam", drainage: "free" } } as never;
    const { score, criteria } = unwrap(siteSuitability(bare, crop("wheat")));
    expect(score).toBe(1);
    expect(criteria.filter((c) => c.score === null).length).toBeGreaterThan(10);
  });
});
