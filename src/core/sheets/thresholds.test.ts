/** Where a finding begins: on its line nothing is said, just past it it is. Limits are the guide's and the sheets' own. */

import { describe, expect, it } from "vitest";
import { byBalance } from "../../../tests/support/by-balance";
import { testGuide } from "../../../tests/support/guides";
import { addDays } from "../dates";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import type { PlanFacts } from "../plan/facts";
import { unwrap } from "../result";
import { applyChanges, type Change, type Decisions, freshDecisions } from "./decisions";
import { draftPlan } from "./draft-plan";
import { checkPlan } from "./example-findings";

const facts = (part: Partial<PlanFacts>): PlanFacts => ({ ...EXAMPLE_FACTS, ...part });
const test = (part: Partial<NonNullable<PlanFacts["soilTest"]>>) =>
  facts({ soilTest: { ...EXAMPLE_FACTS.soilTest!, ...part } });
const wheat = byBalance("wheat");
const with_ = (decisions: Decisions, ...changes: [path: string, value: unknown][]) =>
  applyChanges(
    decisions,
    changes.map(([path, value]) => ({ path, value }) as Change),
  );
const found = (id: string, decisions: Decisions, f: PlanFacts = EXAMPLE_FACTS) => {
  const plan = unwrap(draftPlan(f, decisions, 2027, testGuide(decisions.crop.guideId)));
  return checkPlan(plan, f, decisions).find((x) => x.id === id);
};
const override = (id: string, value: number): [string, unknown] => [`overrides/${id}`, { value, reason: "try" }];

describe("limits of nitrogen", () => {
  it("in all is 220 kg/ha for wheat", () => {
    expect(found("feed.totalCap", with_(wheat, override("feed.n", 220)))).toBeUndefined();
    expect(found("feed.totalCap", with_(wheat, override("feed.n", 221)))?.title).toBe(
      "Total nitrogen of 221 kg N/ha is above the crop's limit of 220 kg N/ha.",
    );
  });
  it("in the last split is 60 kg/ha: a quarter of 240", () => {
    const typed: [string, unknown] = ["feed/shares", { n1: 30, n2: 45, n3: 25 }];
    expect(found("feed.lastCap", with_(wheat, override("feed.n", 240), typed))).toBeUndefined();
    expect(found("feed.lastCap", with_(wheat, override("feed.n", 244), typed))?.title).toContain(
      "last dressing of 61 kg N/ha",
    );
  });
  it("are held where nobody typed otherwise: in all, and in the last split, whose rest goes with the one before", () => {
    // 10 t x 24 = 240 less 35 and 14.6: 190.4 / 0.65 = 293, less 35 after beans: 258
    const high = with_(wheat, ["targetTPerHa", 10], ["feed/soilMineralNKgPerHa", 35], override("feed.residueN", 35));
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, high, 2027, testGuide("wheat")));
    expect(plan.asides["feed.asked"]?.value).toBeCloseTo(257.9, 1);
    expect(plan.feed.need.n).toBe(220);
    expect(found("feed.heldAtLimit", high)?.title).toBe(
      "Nitrogen is held at the crop's limit of 220 kg N/ha; the target would need 258 kg N/ha.",
    );
    expect(found("feed.totalCap", high)).toBeUndefined();
    // and what was put in its place stands
    expect(found("feed.heldAtLimit", with_(high, override("feed.n", 240)))).toBeUndefined();
    // 30, 45 and 25 % of 244: 61 in the last are 60, and 110.8 before
    const late = unwrap(
      draftPlan(EXAMPLE_FACTS, with_(wheat, override("feed.n", 244)), 2027, testGuide("wheat")),
    ).feed.splits.map((s) => s.nKgPerHa);
    expect(late.map((n) => Number(n.toFixed(1)))).toEqual([73.2, 110.8, 60]);
    expect(found("feed.lastCap", with_(wheat, override("feed.n", 244)))).toBeUndefined();
  });
});

describe("a plan of nothing", () => {
  // salt: 6 dS/m and 7.1 % a unit: 100 - 7.1 x 12.6 = 10.5 % at 18.6, 9.1 % at 18.8; nobody grew wheat here before
  const salty = (ecE: number): PlanFacts => ({ ...test({ ecE }), history: [] });
  it("is one that is expected to yield under a tenth of what is typical", () => {
    expect(found("target.nothing", wheat, salty(18.6))).toBeUndefined();
    const stop = found("target.nothing", wheat, salty(18.8));
    expect(stop?.severity).toBe("stop");
    expect(stop?.title).toBe("No yield is expected from winter wheat here: 0.7 t/ha, against a typical 7.5 t/ha.");
    expect(stop?.why).toMatch(/^The cause is salinity\. .* Or choose another crop type, crop or field\.$/);
  });
  it("says so first, before all other stops, and of its target nothing more", () => {
    // rice at 47 degrees north
    const rice = with_(freshDecisions("rice"), ["targetTPerHa", 6], ["feed/shares", { n1: 10 }]);
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, rice, 2027, testGuide("rice")));
    const findings = checkPlan(plan, EXAMPLE_FACTS, rice);
    expect(findings.filter((f) => f.severity === "stop").length).toBeGreaterThan(1);
    expect(findings[0]?.id).toBe("target.nothing");
    expect(findings.filter((f) => f.id.startsWith("target."))).toHaveLength(1);
  });
});

describe("a balance of nutrients", () => {
  // a soil low in potash: 7.5 x 5.5 = 41.25 in target; the product is taken out, so nothing is given
  const noPotash = facts({ fertilisers: EXAMPLE_FACTS.fertilisers.filter((f) => (f.contents.k2o ?? 0) === 0) });
  const nothing = (kgPerHa: number) => found("feed.short.k2o", with_(wheat, override("feed.k2o", kgPerHa)), noPotash);
  it("is short from 3 kg/ha on, or a twentieth of the need", () => {
    expect(nothing(3)).toBeUndefined();
    expect(nothing(3.5)?.title).toBe("K₂O is 4 kg/ha short.");
    expect(nothing(3.5)?.why).toContain("No product in your list supplies it alone");
  });
  it("of a trace element is short by its share, however little is needed", () => {
    // two hundredths of a kilogram of molybdenum, none of it given
    const low = facts({
      soilTest: { ...EXAMPLE_FACTS.soilTest!, levels: { ...EXAMPLE_FACTS.soilTest!.levels, mo: 0.01 } },
    });
    const lacking = (kgPerHa: number) => found("feed.short.mo", with_(wheat, override("feed.mo", kgPerHa)), low);
    expect(lacking(0.02)?.title).toBe("Mo is 0.02 kg/ha short.");
    expect(lacking(0)).toBeUndefined();
  });
  it("is over from 8 kg/ha on, or 15 % of the need", () => {
    // 78.75 P2O5 / 20 % = 393.75 kg of a compound; at 12 % K2O it brings 47.25, 6 over the 41.25 that are needed
    const compound = (k2o: number) => {
      const [tsp] = EXAMPLE_FACTS.fertilisers.filter((f) => f.id === "tsp");
      const fertilisers = [
        ...EXAMPLE_FACTS.fertilisers.filter((f) => f.id !== "mop" && f.id !== "sop"),
        { ...tsp!, id: "pk", name: "Compound", contents: { p2o5: 20, k2o } },
      ];
      return found("feed.over.k2o", with_(wheat, ["feed/products", { p2o5: "pk" }]), facts({ fertilisers }));
    };
    expect(compound(12)).toBeUndefined();
    // at 13 %: 51.19, 9.94 over
    expect(compound(13)?.title).toBe("K₂O: 10 kg/ha more than required.");
    expect(compound(13)?.why).toBe("The requirement is 41 kg/ha, 51 kg/ha are applied. This crop will not repay it.");
  });
});

describe("soil", () => {
  it("is old after four years", () => {
    // four years are 1461 days of 365.25
    const on = (days: number) => found("soil.oldTest", wheat, test({ takenOn: addDays(EXAMPLE_FACTS.today, -days) }));
    expect(on(1461)).toBeUndefined();
    expect(on(1462)?.title).toBe("The soil test is 4 years old.");
  });
  it("is too acid or alkaline past what the crop stands", () => {
    expect(found("soil.tooAcid", wheat, test({ ph: 5 }))).toBeUndefined();
    expect(found("soil.tooAcid", wheat, test({ ph: 4.9 }))).toBeDefined();
    expect(found("soil.tooAlkaline", wheat, test({ ph: 9.2 }))).toBeUndefined();
    expect(found("soil.tooAlkaline", wheat, test({ ph: 9.3 }))).toBeDefined();
  });
  it("counts as peat over a quarter of organic matter, where no more than pH 5.8 is asked for", () => {
    const peat = (organicMatterPct: number, ph: number) =>
      found("soil.peatTarget", with_(wheat, ["soil/lime/targetPh", ph]), test({ organicMatterPct, ph: 5.2 }));
    expect(peat(25, 6.5)).toBeUndefined();
    expect(peat(26, 6.5)).toBeDefined();
    expect(peat(26, 5.8)).toBeUndefined();
  });
  it("is limed in one dressing up to 7.5 t/ha", () => {
    expect(found("soil.limeSplit", with_(wheat, override("soil.lime", 7.5)))).toBeUndefined();
    const more = found("soil.limeSplit", with_(wheat, override("soil.lime", 15.1)));
    // 15.1 / 7.5 = 2.01
    expect(more?.title).toBe("The lime requirement takes 3 dressings, one a season.");
  });
  it("is salt past the crop's threshold: 7.1 % of the yield for each dS/m over 6", () => {
    expect(found("soil.salt", wheat, test({ ecE: 6 }))).toBeUndefined();
    expect(found("soil.salt", wheat, test({ ecE: 8 }))?.why).toContain("About 14 %");
    expect(found("soil.salt", wheat, test({ ecE: 40 }))?.why).toContain("About 100 %");
  });
  it("keeps lime from ammonia by two weeks", () => {
    const apart = (days: number) => {
      const lime = "2026-09-20";
      return found(
        "soil.limeAmmonia",
        with_(
          wheat,
          ["dates/lime", { date: lime, held: true }],
          ["feed/manure", { kind: "cattleFarmyard", tPerHa: 10, hoursToIncorporation: 6 }],
          ["dates/manure", { date: addDays(lime, days), held: true }],
        ),
      );
    };
    expect(apart(0)).toBeDefined();
    expect(apart(13)).toBeDefined();
    expect(apart(14)).toBeUndefined();
  });
});

describe("the ground", () => {
  it("is loosened 3 cm below its compacted layer", () => {
    const at = (compactionDepthCm: number) =>
      found("ground.compaction", wheat, facts({ field: { ...EXAMPLE_FACTS.field, compactionDepthCm } }));
    // the chisel goes to 25 cm
    expect(at(22)).toBeUndefined();
    const short = at(23);
    expect(short?.title).toBe("The deepest pass (25 cm) stops above the lower edge of the compacted layer (23 cm).");
    expect(short?.repairs[0]).toMatchObject({
      label: "Chisel at 27 cm",
      changes: [{ path: "ground/passes/chisel/depthCm", value: 27 }],
    });
  });
});

describe("the stand", () => {
  it("is unusual a fifth past the guide's range of 180 to 350", () => {
    const plants = (n: number) => found("seed.population", with_(wheat, ["seed/targetPlantsPerM2", n]));
    const { low, high } = testGuide("wheat").methods[0]!.targetPlantsPerM2;
    expect(plants(low * 0.8)).toBeUndefined();
    expect(plants(low * 0.8 - 1)).toBeDefined();
    expect(plants(high * 1.2)).toBeUndefined();
    expect(plants(high * 1.2 + 1)).toBeDefined();
  });
  it("is told with a decimal under twenty plants", () => {
    const few = (n: number) =>
      found("seed.population", with_(freshDecisions("potato"), ["seed/targetPlantsPerM2", n]))?.title;
    expect(few(19.56)).toMatch(/of 19\.6 plants\/m²/);
    expect(few(20.6)).toMatch(/of 21 plants\/m²/);
  });
  it("by the handbook is said from 15 % off the target on, and to which side", () => {
    const rate = (kg: number) =>
      found(
        "seed.schools",
        with_(wheat, ["seed/school", "handbook"], ["seed/handbookRateKgPerHa", kg], ["seed/targetPlantsPerM2", 250]),
      );
    // kg x 100 / 46.2 x 0.95 x 0.88 plants: 150 kg give 271, 160 kg 290 (16 % over), 110 kg 199 (20 % under)
    expect(rate(150)).toBeUndefined();
    expect(rate(160)?.title).toBe("The customary rate will give 290 plants/m², 16 % above target.");
    expect(rate(110)?.title).toBe("The customary rate will give 199 plants/m², 20 % below target.");
  });
});

describe("a price", () => {
  it("is doubted past five times the list's, either way", () => {
    const price = (minor: number) => found("money.powerOfTen", with_(wheat, ["money/pricePerT", minor]));
    expect(price(5 * 21_500)).toBeUndefined();
    expect(price(5 * 21_500 + 1)?.title).toContain("more than 5 times");
    expect(price(4300)).toBeUndefined();
    expect(price(4299)?.title).toBe("The price of 43 cr/t is less than a fifth of the listed 215 cr/t.");
    expect(price(0)).toBeUndefined();
  });
});

describe("the target and what grew before", () => {
  const grown = (...history: PlanFacts["history"]) => facts({ history });
  it("is unusual past the guide's range, on its ends not", () => {
    const t = (v: number) => found("target.range", with_(wheat, ["targetTPerHa", v]));
    expect(t(4)).toBeUndefined();
    expect(t(10.5)).toBeUndefined();
    expect(t(3.9)).toBeDefined();
    expect(t(10.6)).toBeDefined();
  });
  it("is asked about from a tenth over the field's best on", () => {
    const t = (v: number) =>
      found(
        "target.history",
        with_(wheat, ["targetTPerHa", v]),
        grown({ season: 2024, crop: "wheat", yieldTPerHa: 8 }),
      );
    expect(t(8.8)).toBeUndefined();
    expect(t(8.9)?.title).toBe("The target is 11 % above the best yield of this field (8 t/ha).");
    // another crop's yields say nothing
    expect(
      found("target.history", with_(wheat, ["targetTPerHa", 8]), grown({ season: 2024, crop: "pea", yieldTPerHa: 3 })),
    ).toBeUndefined();
  });
  it("keeps the years between that the guide asks for", () => {
    const gap = testGuide("wheat").rotation.gapYears.value;
    const last = (season: number) => found("rotation.gap", wheat, grown({ season, crop: "wheat", yieldTPerHa: null }));
    expect(last(2027 - gap)?.title).toContain(`was last grown here in ${2027 - gap}`);
    expect(last(2027 - gap - 1)).toBeUndefined();
    // what is to come is no history
    expect(last(2028)).toBeUndefined();
  });
  it("hints at kin within their years, where nothing worse is said", () => {
    const years = testGuide("wheat").rotation.familyGapYears.value;
    const kin = (season: number, family: string) =>
      found("rotation.family", wheat, grown({ season, crop: "ryegrass", family, yieldTPerHa: null }));
    expect(years).toBeGreaterThan(0);
    expect(kin(2027 - years, "Poaceae")?.title).toBe(`A crop of the same family was grown here in ${2027 - years}.`);
    expect(kin(2027 - years, "Poaceae")?.why).toContain(
      `at least ${years} ${years === 1 ? "year" : "years"} is usual within a family`,
    );
    expect(kin(2027 - years - 1, "Poaceae")).toBeUndefined();
    expect(kin(2026, "Fabaceae")).toBeUndefined();
  });
});

describe("what is put in the place of a figure", () => {
  it("is doubted where it is many times what was computed, or below nothing, and nothing of it is issued", () => {
    const rate = (value: number) => found("sense.seed.rate", with_(wheat, override("seed.rate", value)));
    expect(rate(1_000_000_000)?.severity).toBe("stop");
    expect(rate(1_000_000_000)?.title).toMatch(
      /^Seed rate was set to 1\u202f000\u202f000\u202f000 kg\/ha: more than 20 times the calculated \d+(\.\d+)? kg\/ha\.$/,
    );
    expect(rate(-5)?.title).toBe("Seed rate was set to -5 kg/ha: below zero.");
    expect(rate(-5)?.repairs[0]?.changes).toEqual([{ path: "overrides/seed.rate", value: undefined }]);
    expect(rate(300)).toBeUndefined();
  });
  it("is not used for a sum, and says so", () => {
    const cost = found("unused.money.cost", with_(wheat, override("money.cost", 900)));
    expect(cost?.title).toMatch(
      /^Cost was set to 900 cr\/ha, but follows from other values: [\d\u202f]+ cr\/ha is used\.$/,
    );
    expect(cost?.repairs[0]?.changes).toEqual([{ path: "overrides/money.cost", value: undefined }]);
    expect(found("unused.seed.rate", with_(wheat, override("seed.rate", 180)))).toBeUndefined();
  });
});
