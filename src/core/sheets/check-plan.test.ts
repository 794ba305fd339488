import { describe, expect, it } from "vitest";
import { byBalance } from "../../../tests/support/by-balance";
import { testGuide } from "../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import type { PlanFacts } from "../plan/facts";
import { unwrap } from "../result";
import type { Decisions } from "./decisions";
import { applyChanges, type Change, freshDecisions } from "./decisions";
import { decisionsSchema } from "./decisions-schema";
import { draftPlan } from "./draft-plan";
import { checkPlan } from "./example-findings";
import type { Finding } from "./sheet";

const wheat = applyChanges(byBalance("wheat"), [{ path: "targetTPerHa", value: 8 }]);
const potato = freshDecisions("potato");
const set = (decisions: Decisions, path: string, value: unknown): Decisions =>
  applyChanges(decisions, [{ path: path as Change["path"], value }]);
const facts = (part: Partial<PlanFacts>): PlanFacts => ({ ...EXAMPLE_FACTS, ...part });
const field = (part: Partial<PlanFacts["field"]>) => facts({ field: { ...EXAMPLE_FACTS.field, ...part } });
const test = (part: Partial<NonNullable<PlanFacts["soilTest"]>>) =>
  facts({ soilTest: { ...EXAMPLE_FACTS.soilTest!, ...part } });
const check = (decisions: Decisions, f: PlanFacts): Finding[] =>
  checkPlan(unwrap(draftPlan(f, decisions, 2027, testGuide(decisions.crop.guideId))), f, decisions);

describe("a sound plan", () => {
  it("has no finding but hints, once the soil's mineral nitrogen is known", () => {
    const known = set(wheat, "feed/soilMineralNKgPerHa", 40);
    expect(check(known, EXAMPLE_FACTS).filter((f) => f.severity !== "hint")).toEqual([]);
    expect(
      check(wheat, EXAMPLE_FACTS)
        .filter((f) => f.severity !== "hint")
        .map((f) => f.id),
    ).toEqual(["feed.mineralNUnused"]);
  });
});

/** Each finding: what brings it, how severe it is, and a part of what it says. */
const cases: [id: string, severity: string, says: string, decisions: Decisions, facts: PlanFacts][] = [
  ["soil.noTest", "advise", "No soil test", wheat, facts({ soilTest: null })],
  ["soil.oldTest", "advise", "6.9 years old", wheat, test({ takenOn: "2019-09-10" })],
  ["soil.untested.k", "hint", "K was not tested", wheat, test({ levels: { p: 14 } })],
  ["soil.tooAcid", "advise", "pH 4.6 is below 5", wheat, test({ ph: 4.6 })],
  ["soil.tooAlkaline", "advise", "pH 9.4 is above 9.2", wheat, test({ ph: 9.4 })],
  // 1.9 x 8 x 15/20 / 0.9 / 0.85 = 14.9 t/ha: two dressings of at most 7.5
  ["soil.limeSplit", "hint", "takes 2 dressings", wheat, test({ ph: 4.6 })],
  ["soil.peatTarget", "advise", "above 5.8 on peat", wheat, test({ organicMatterPct: 40, ph: 5 })],
  ["soil.limeHarms", "advise", "common scab", potato, test({ ph: 5 })],
  ["soil.salt", "advise", "8 dS/m is above the 6 dS/m that this crop tolerates", wheat, test({ ecE: 8 })],
  ["ground.harms", "advise", "is not suitable for potato", set(potato, "ground/systemId", "noTill"), EXAMPLE_FACTS],
  [
    "ground.compaction",
    "advise",
    "deepest pass (25 cm) stops above the lower edge of the compacted layer (28 cm)",
    wheat,
    field({ compactionDepthCm: 28 }),
  ],
  ["ground.cover", "hint", "Residue cover", wheat, EXAMPLE_FACTS],
  ["seed.population", "advise", "90 plants/m² is outside", set(wheat, "seed/targetPlantsPerM2", 90), EXAMPLE_FACTS],
  [
    "seed.schools",
    "advise",
    "The customary rate will give",
    applyChanges(wheat, [
      { path: "seed/school", value: "handbook" },
      { path: "seed/handbookRateKgPerHa", value: 220 },
    ]),
    EXAMPLE_FACTS,
  ],
  [
    "seed.germination",
    "advise",
    "Germination of 80 % is below the 85 %",
    set(wheat, "seed/germinationPct", 80),
    EXAMPLE_FACTS,
  ],
  ["seed.noLot", "hint", "No seed lot", wheat, facts({ seedLots: [] })],
  [
    "feed.totalCap",
    "advise",
    "250 kg N/ha is above the crop's limit of 220 kg N/ha",
    set(wheat, "overrides/feed.n", { value: 250, reason: "try" }),
    EXAMPLE_FACTS,
  ],
  // 250 x 25 % = 62.5 in the last split; shares that are typed stay as they were typed
  [
    "feed.lastCap",
    "advise",
    "last dressing of 63 kg N/ha",
    set(set(wheat, "overrides/feed.n", { value: 250, reason: "try" }), "feed/shares", { n1: 30, n2: 45, n3: 25 }),
    EXAMPLE_FACTS,
  ],
  [
    "feed.heldAtLimit",
    "advise",
    "Nitrogen is held at the crop's limit of 220 kg N/ha; the target would need",
    set(wheat, "targetTPerHa", 11),
    EXAMPLE_FACTS,
  ],
  ["feed.chloride.mop", "advise", "contains chloride", set(potato, "feed/products", { k2o: "mop" }), EXAMPLE_FACTS],
  ["money.noPrice", "advise", "No price", wheat, facts({ prices: { ...EXAMPLE_FACTS.prices, cropPerT: {} } })],
  [
    "money.powerOfTen",
    "advise",
    "more than 5 times the listed 215 cr/t",
    set(wheat, "money/pricePerT", 215_000),
    EXAMPLE_FACTS,
  ],
  ["money.lossExpected", "advise", "loses", set(wheat, "money/otherCostPerHa", 200_000), EXAMPLE_FACTS],
  ["money.loss", "advise", "loses", set(wheat, "targetTPerHa", 3), EXAMPLE_FACTS],
  ["target.range", "advise", "outside the usual 4 to 10.5", set(wheat, "targetTPerHa", 12), EXAMPLE_FACTS],
  ["target.history", "advise", "23 % above the best", set(wheat, "targetTPerHa", 10), EXAMPLE_FACTS], // 10 / 8.1 = 1.235
  [
    "rotation.gap",
    "advise",
    "was last grown here in 2026",
    wheat,
    facts({ history: [{ season: 2026, crop: "wheat", yieldTPerHa: 8 }] }),
  ],
  [
    "rotation.bad",
    "advise",
    "Barley is a poor previous crop for wheat",
    wheat,
    facts({ previousCrop: { crop: "barley", name: "barley", leaves: null, harvest: "2026-07-20", harvested: true } }),
  ],
  [
    "seed.contradiction",
    "stop",
    "contradict",
    applyChanges(potato, [{ path: "seed/stockKgPerHa", value: 4500 }]),
    EXAMPLE_FACTS,
  ],
];

describe.each(cases)("%s", (id, severity, says, decisions, given) => {
  it(`is a ${severity} that says "${says}"`, () => {
    const finding = check(decisions, given).find((f) => f.id === id);
    expect(finding?.severity).toBe(severity);
    expect(finding?.title).toContain(says);
    expect(finding?.why.length).toBeGreaterThan(10);
    expect(finding?.why).toMatch(/[.?]$/);
  });

  it("goes away by each of its repairs, which keep the decisions valid", () => {
    const finding = check(decisions, given).find((f) => f.id === id) as Finding;
    for (const repair of finding.repairs) {
      const mended = applyChanges(decisions, repair.changes);
      expect(() => decisionsSchema.parse(mended)).not.toThrow();
      expect(
        check(mended, given).map((f) => f.id),
        repair.label,
      ).not.toContain(id);
    }
  });
});

describe("order", () => {
  it("puts what stops first, hints last", () => {
    const severities = check(
      set(wheat, "dates/planting", { date: "2026-09-22", held: true }),
      test({ takenOn: "2019-01-01" }),
    ).map((f) => f.severity);
    expect(severities[0]).toBe("stop");
    expect(severities.at(-1)).toBe("hint");
    const rank = { stop: 0, advise: 1, hint: 2 };
    expect([...severities].sort((a, b) => rank[a] - rank[b])).toEqual(severities);
  });
});
