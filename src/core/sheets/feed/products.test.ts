/** Which products the feed sheet takes, how many nutrients they bring, and what it says where none fits. */

import { describe, expect, it } from "vitest";
import { byBalance } from "../../../../tests/support/by-balance";
import { testGuide } from "../../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import type { PlanFacts } from "../../plan/facts";
import type { Fertiliser } from "../../records/inputs/fertiliser";
import { unwrap } from "../../result";
import { applyChanges, type Change, type Decisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { checkPlan } from "../example-findings";

const product = (
  id: string,
  contents: Fertiliser["contents"],
  pricePerT: number,
  more: Partial<Fertiliser> = {},
): Fertiliser => ({
  id,
  name: id.toUpperCase(),
  contents,
  pricePerT,
  bagKg: 50,
  nForm: null,
  containsChloride: false,
  organic: false,
  ...more,
});
const shop = (...fertilisers: Fertiliser[]): PlanFacts => ({ ...EXAMPLE_FACTS, fertilisers });
const put = (id: string, ...changes: [path: string, value: unknown][]) =>
  applyChanges(
    byBalance(id),
    changes.map(([path, value]) => ({ path, value }) as Change),
  );
const draft = (decisions: Decisions, facts: PlanFacts) =>
  unwrap(draftPlan(facts, decisions, 2027, testGuide(decisions.crop.guideId)));
const findings = (decisions: Decisions, facts: PlanFacts) => checkPlan(draft(decisions, facts), facts, decisions);

const tsp = product("tsp", { p2o5: 46 }, 46_000);
const mop = product("mop", { k2o: 60 }, 38_000, { containsChloride: true });
const sop = product("sop", { k2o: 50, s: 18 }, 62_000);
const urea = product("urea", { n: 46 }, 44_000);
const can = product("can", { n: 27 }, 26_000);
const as = product("as", { n: 21, s: 24 }, 29_000);
const weak = product("weak", { n: 20 }, 1000);

describe("the product of a split", () => {
  const splits = (facts: PlanFacts, decisions = byBalance("wheat")) =>
    draft(decisions, facts).feed.splits.map((s) => s.productId);
  it("is the cheapest by the kilogram of nitrogen, over 20 % of it", () => {
    // urea 957 a tonne of N, CAN 963, the weak one 50 but too thin
    expect(splits(shop(tsp, mop, can, urea, weak))).toEqual(["urea", "urea", "urea"]);
    expect(splits(shop(tsp, mop, { ...can, pricePerT: 25_800 }, urea))).toEqual(["can", "can", "can"]);
    expect(splits(shop(tsp, mop, { ...weak, contents: { n: 20.1 } }))).toEqual(["weak", "weak", "weak"]);
  });
  it("is one with sulphur in the first, where 10 kg/ha and more are needed", () => {
    const first = (facts: PlanFacts, decisions = byBalance("wheat")) =>
      draft(decisions, facts)
        .feed.doses.filter((d) => d.at === "n1")
        .map((d) => [d.id, Math.round(d.kgPerHa)]);
    // wheat: 7.5 t x 2.5 = 18.75 kg S / 0.24 = 78 kg with 16.4 N; 49.5 N less those by urea. Ammonium sulphate for the whole split
    // brought 48 kg S for 19
    expect(first(shop(tsp, mop, urea, as))).toEqual([
      ["as", 78],
      ["urea", 72],
    ]);
    // where the rest would be under 10 kg N the sulphur's product takes it: 25 N, 16.4 with the sulphur
    expect(first(shop(tsp, mop, urea, as), put("wheat", ["overrides/feed.n", { value: 84, reason: "x" }]))).toEqual([
      ["as", Math.round((0.3 * 84) / 0.21)],
    ]);
    // 3.9 t x 2.5 = 9.75 is under ten
    expect(first(shop(tsp, mop, urea, as), put("wheat", ["targetTPerHa", 3.9]))[0]?.[0]).not.toBe("as");
    // 5 % sulphur is too little of it
    expect(first(shop(tsp, mop, urea, { ...as, contents: { n: 21, s: 5 } }))[0]?.[0]).toBe("urea");
    // sulphate of potash has brought it already
    expect(first(shop(tsp, { ...mop, pricePerT: 90_000 }, { ...sop, contents: { k2o: 50, s: 40 } }, urea, as))).toEqual(
      [["urea", 108]],
    );
  });
  it("is the chosen one, whatever it costs; none where the shop has none", () => {
    expect(splits(shop(tsp, mop, can, urea), put("wheat", ["feed/splitProducts", { n2: "can" }]))).toEqual([
      "urea",
      "can",
      "urea",
    ]);
    expect(splits(shop(tsp, mop))).toEqual([null, null, null]);
    // a compound is no straight product of nitrogen
    expect(splits(shop(tsp, mop, product("npk", { n: 25, p2o5: 5 }, 100)))).toEqual([null, null, null]);
  });
});

describe("the product of a base nutrient", () => {
  const base = (id: string, facts: PlanFacts) =>
    Object.fromEntries(draft(byBalance(id), facts).feed.base.map((b) => [b.nutrient, b.productId]));
  it("is the cheapest that holds it alone; sulphur may come along", () => {
    expect(base("wheat", shop(tsp, mop, sop, urea))).toMatchObject({ p2o5: "tsp", k2o: "mop" });
    expect(base("wheat", shop(tsp, { ...mop, pricePerT: 80_000 }, sop, urea)).k2o).toBe("sop");
  });
  it("holds no chloride for a crop that minds it", () => {
    expect(base("potato", shop(tsp, mop, sop, urea)).k2o).toBe("sop");
    expect(base("potato", shop(tsp, mop, urea)).k2o).toBeNull();
  });
  it("is asked for only where something is needed", () => {
    expect(base("wheat", shop(tsp, mop, urea))).not.toHaveProperty("mgo");
  });
});

describe("what is said of products", () => {
  it("names the crop's need for one where none brings a nutrient", () => {
    const [short] = findings(byBalance("potato"), shop(tsp, mop, urea)).filter((f) => f.id === "feed.short.k2o");
    expect(short?.title).toBe("K₂O is 274 kg/ha short.");
    expect(short?.why).toBe(
      "The requirement is 274 kg/ha, 0 kg/ha are applied. No product in your list supplies it alone. Add one under Records, or choose another.",
    );
    const [n] = findings(byBalance("wheat"), shop(tsp, mop)).filter((f) => f.id === "feed.short.n");
    expect(n?.title).toBe("Nitrogen is 165 kg/ha short.");
  });
  it("offers the same nutrient without chloride", () => {
    const facts = shop(tsp, mop, sop, urea);
    const chosen = put("potato", ["feed/products", { k2o: "mop" }]);
    const [finding] = findings(chosen, facts).filter((f) => f.id === "feed.chloride.mop");
    expect(finding?.repairs).toEqual([{ label: "SOP", changes: [{ path: "feed/products/k2o", value: "sop" }] }]);
    expect(findings(chosen, shop(tsp, mop, urea)).find((f) => f.id === "feed.chloride.mop")?.repairs).toEqual([]);
    expect(findings(byBalance("wheat"), facts).some((f) => f.id.startsWith("feed.chloride"))).toBe(false);
  });
  it("stops what is not organic in organic growing, and takes it out", () => {
    const meal = product("meal", { n: 12 }, 90_000, { organic: true });
    const facts = shop(tsp, mop, urea, meal);
    const organic = put(
      "barley",
      ["crop/kindId", "organicFood"],
      ["feed/soilMineralNKgPerHa", 0],
      ["feed/mineralisationKgPerHa", 0],
    );
    expect(draft(organic, facts).feed.splits.every((s) => s.productId === "meal")).toBe(true);
    const [first] = draft(organic, facts).feed.splits;
    const broken = applyChanges(organic, [{ path: "feed/splitProducts", value: { [first!.id]: "urea" } } as Change]);
    const [stop] = findings(broken, facts).filter((f) => f.id === "feed.notOrganic.urea");
    expect(stop).toMatchObject({ severity: "stop", title: "UREA is not permitted in organic farming." });
    expect(
      findings(applyChanges(broken, stop!.repairs[0]!.changes), facts).some((f) => f.id === "feed.notOrganic.urea"),
    ).toBe(false);
    const without = findings(organic, shop(tsp, mop, urea)).find((f) => f.id === "feed.short.n");
    expect(without?.why).toContain("No organic product in your list supplies it. Plan manure");
  });
  it("hints at sulphur that is more than 5 kg/ha short", () => {
    const s = (kg: number) =>
      findings(put("wheat", ["overrides/feed.s", { value: kg, reason: "x" }]), shop(tsp, mop, urea)).find(
        (f) => f.id === "feed.short.s",
      );
    expect(s(5)).toBeUndefined();
    expect(s(6)).toMatchObject({ severity: "hint", title: "Sulphur is 6 kg/ha short." });
  });
});

describe("shares of the splits", () => {
  const shares = (n1: number, n2: number, n3: number) => put("wheat", ["feed/shares", { n1, n2, n3 }]);
  it("share out the nitrogen", () => {
    const { feed } = draft(shares(20, 50, 30), EXAMPLE_FACTS);
    expect(feed.splits.map((s) => s.nKgPerHa)).toEqual([0.2, 0.5, 0.3].map((x) => expect.closeTo(x * feed.need.n, 6)));
  });
  it("that do not add up are shown as typed, said with their sum, and mended by the pattern's", () => {
    const decisions = shares(20, 50, 20);
    const plan = draft(decisions, EXAMPLE_FACTS);
    expect(plan.feed.splits[2]?.nKgPerHa).toBeCloseTo(0.2 * plan.feed.need.n, 6);
    const [stop] = checkPlan(plan, EXAMPLE_FACTS, decisions).filter((f) => f.severity === "stop");
    expect(stop?.title).toContain("90");
    expect(stop?.repairs).toEqual([
      { label: "Back to the pattern's shares", changes: [{ path: "feed/shares", value: undefined }] },
    ]);
  });
  it("of nothing are no jobs", () => {
    const plan = draft(shares(0, 60, 40), EXAMPLE_FACTS);
    expect(plan.operations.some((o) => o.id === "n1")).toBe(false);
    expect(plan.operations.find((o) => o.id === "n2")).toMatchObject({
      mark: "N",
      markKgPerHa: expect.closeTo(0.6 * plan.feed.need.n, 9),
    });
  });
});
