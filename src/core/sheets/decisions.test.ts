import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  applyChanges,
  type Change,
  change,
  changesBetween,
  type Decisions,
  freshDecisions,
  putOnTop,
} from "./decisions";
import { anyDecisionsSchema, decisionsSchema, upgradeDecisions } from "./decisions-schema";

const fresh = freshDecisions("wheat");
const of = (...list: Change[]): Decisions => applyChanges(fresh, list);

describe("changes of decisions", () => {
  it("put a value at a path, and leave no trace when it is taken away", () => {
    const limed = of(change("soil/lime/targetPh", 6.4));
    expect(limed).toEqual({ ...fresh, soil: { lime: { targetPh: 6.4 } } });
    expect(applyChanges(limed, [change("soil/lime/targetPh", undefined)])).toEqual(fresh);
    expect(applyChanges(limed, [change("soil", undefined)])).toEqual(fresh);
    // what was there is not touched
    expect(fresh).toEqual({ version: 2, crop: { guideId: "wheat" } });
  });
  it("are found leaf by leaf", () => {
    const after = of(change("targetTPerHa", 9), change("feed/shares", { n1: 40, n2: 60 }));
    expect(changesBetween(fresh, after)).toEqual([
      { path: "targetTPerHa", value: 9 },
      { path: "feed", value: { shares: { n1: 40, n2: 60 } } },
    ]);
    expect(changesBetween(after, of(change("targetTPerHa", 9), change("feed/shares", { n1: 50, n2: 60 })))).toEqual([
      { path: "feed/shares/n1", value: 50 },
    ]);
    expect(changesBetween(after, after)).toEqual([]);
  });
  it("turn one state into the other, whatever they are", () => {
    const state = fc.record(
      {
        targetTPerHa: fc.integer({ min: 1, max: 12 }),
        soil: fc.record({ lime: fc.record({ targetPh: fc.integer({ min: 5, max: 7 }) }, { requiredKeys: [] }) }),
        dates: fc.dictionary(
          fc.constantFrom("n1", "lime"),
          fc.record({ date: fc.constant("2027-03-01"), held: fc.boolean() }),
          { minKeys: 1 },
        ),
      },
      { requiredKeys: [] },
    );
    fc.assert(
      fc.property(state, state, (a, b) => {
        const [from, to] = [
          { ...fresh, ...clean(a) },
          { ...fresh, ...clean(b) },
        ] as [Decisions, Decisions];
        expect(applyChanges(from, changesBetween(from, to))).toEqual(to);
      }),
    );
  });
});
/** Without emptied objects, which decisions never hold. */
function clean(tree: object): object {
  return Object.fromEntries(
    Object.entries(tree)
      .map(([k, v]) => [k, v && typeof v === "object" ? clean(v) : v] as const)
      .filter(([, v]) => v !== undefined && !(v && typeof v === "object" && Object.keys(v).length === 0)),
  );
}

describe("one's own changes on top of another's", () => {
  const mine = of(change("targetTPerHa", 9), change("soil/lime/targetPh", 6.4));
  it("keep what only the other changed", () => {
    const theirs = of(change("money/pricePerT", 21_000));
    expect(putOnTop(fresh, mine, theirs)).toEqual({
      decisions: { ...mine, money: { pricePerT: 21_000 } },
      both: [],
    });
  });
  it("stand where both changed the same, which is named", () => {
    const theirs = of(change("targetTPerHa", 7), change("money/pricePerT", 21_000));
    const { decisions, both } = putOnTop(fresh, mine, theirs);
    expect(decisions.targetTPerHa).toBe(9);
    expect(decisions.money).toEqual({ pricePerT: 21_000 });
    expect(both).toEqual(["targetTPerHa"]);
    // the same change twice is none to name
    expect(putOnTop(fresh, mine, of(change("targetTPerHa", 9))).both).toEqual([]);
  });
  it("take back what one took back oneself", () => {
    const base = of(change("targetTPerHa", 8), change("money/pricePerT", 20_000));
    const without = applyChanges(base, [change("targetTPerHa", undefined)]);
    const theirs = applyChanges(base, [change("money/pricePerT", 21_000)]);
    expect(putOnTop(base, without, theirs).decisions).toEqual({ ...fresh, money: { pricePerT: 21_000 } });
  });
  it("name a path that lies inside another's", () => {
    const base = of(change("feed/shares", { n1: 30, n2: 70 }));
    const own = applyChanges(base, [change("feed/shares/n1" as "feed/shares", 35 as never)]);
    const theirs = applyChanges(base, [change("feed", undefined)]);
    expect(putOnTop(base, own, theirs).both).toEqual(["feed/shares/n1"]);
    // a name that only begins the same is another path
    expect(putOnTop(fresh, of(change("targetTPerHa", 9)), of(change("money/otherCostPerHa", 5))).both).toEqual([]);
  });
});

describe("decisions of an older version", () => {
  const old = {
    version: 1,
    crop: { guideId: "wheat", kindId: "winter", endUse: "milling" },
    targetTPerHa: 8,
    lime: { targetPh: 6.4 },
    feed: { phosphateId: "tsp", potashId: "mop", nitrogenIds: { n1: "as" }, patternId: "even" },
  };
  it("become those of today: lime a part of soil, products by nutrient, no end use", () => {
    expect(upgradeDecisions(old)).toEqual({
      version: 2,
      crop: { guideId: "wheat", kindId: "winter" },
      targetTPerHa: 8,
      soil: { lime: { targetPh: 6.4 } },
      feed: { products: { p2o5: "tsp", k2o: "mop" }, splitProducts: { n1: "as" }, patternId: "even" },
    });
  });
  it("gain nothing that they did not hold", () => {
    expect(upgradeDecisions({ version: 1, crop: { guideId: "rice" } })).toEqual({
      version: 2,
      crop: { guideId: "rice" },
    });
    expect(upgradeDecisions({ version: 1, crop: { guideId: "rice" }, feed: { phosphateId: "tsp" } }).feed).toEqual({
      products: { p2o5: "tsp" },
    });
    expect(upgradeDecisions({ version: 1, crop: { guideId: "rice" }, feed: { patternId: "even" } }).feed).toEqual({
      patternId: "even",
    });
  });
  it("have the water's amounts under the names of today", () => {
    const before = {
      version: 2,
      crop: { guideId: "potato" },
      water: { giftMm: 20, gifts: { "water-2": 12 }, leaveMm: 5 },
    };
    expect(upgradeDecisions(before).water).toEqual({ irrigationMm: 20, irrigations: { "water-2": 12 }, leaveMm: 5 });
    expect(upgradeDecisions({ ...before, version: 1 }).water).toEqual(upgradeDecisions(before).water);
  });
  it("have a value that stood beside its place in its place, with its reason", () => {
    const own = (value: number) => ({ value, reason: "own trial" });
    const stored = {
      version: 2,
      crop: { guideId: "wheat" },
      seed: { targetPlantsPerM2: 300 },
      overrides: { "seed.targetPlants": own(260), "feed.n": own(150), "seed.germination": own(140) },
    };
    expect(upgradeDecisions(stored)).toEqual({
      version: 2,
      crop: { guideId: "wheat" },
      // it went before what the sheet held
      seed: { targetPlantsPerM2: 260 },
      reasons: { "seed.targetPlants": own(260) },
      // a rate has no other place; 140 % of germination no sheet would take
      overrides: { "feed.n": own(150), "seed.germination": own(140) },
    });
  });
  it("of today stay as they are; of no version are refused with the field", () => {
    expect(upgradeDecisions(fresh)).toEqual(fresh);
    expect(decisionsSchema.safeParse(old).success).toBe(false);
    expect(anyDecisionsSchema.safeParse({ version: 3, crop: { guideId: "wheat" } }).error?.issues[0]?.path).toEqual([
      "version",
    ]);
    expect(anyDecisionsSchema.safeParse({ version: 1 }).success).toBe(false);
    expect(anyDecisionsSchema.safeParse(null).success).toBe(false);
  });
});
