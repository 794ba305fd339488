/** Crops by hand: what a plan of each comes to, worked out with pencil and guide; no climate, no seed lot, no crop before. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../tests/support/guides";
import { daysBetween } from "../dates";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import type { PlanFacts } from "../plan/facts";
import { unwrap } from "../result";
import { freshDecisions } from "./decisions";
import { draftPlan } from "./draft-plan";
import type { Plan } from "./plan";

/** 14.2 ha; potash in its target class, so that what leaves is put back; no samples of nitrogen. */
const FACTS: PlanFacts = {
  ...EXAMPLE_FACTS,
  climate: null,
  previousCrop: null,
  seedLots: [],
  soilTest: { ...EXAMPLE_FACTS.soilTest!, soilMineralNKgPerHa: null },
};

const of = (guideId: string, kindId?: string, methodId?: string, productId?: string): Plan =>
  unwrap(
    draftPlan(
      FACTS,
      {
        ...freshDecisions(guideId),
        crop: {
          guideId,
          ...(kindId ? { kindId } : {}),
          ...(methodId ? { methodId } : {}),
          ...(productId ? { productId } : {}),
        },
      },
      2027,
      testGuide(guideId),
    ),
  );
const figure = (plan: Plan, id: string) => plan.figures[id as keyof Plan["figures"]]?.value ?? Number.NaN;
const days = (plan: Plan, role: "harvest" = "harvest", last = false) => {
  const cut = plan.operations.filter((o) => o.role === role);
  return daysBetween(plan.plantingDate!, (last ? cut.at(-1) : cut[0])!.date!);
};

describe("maize, an early grain hybrid", () => {
  const plan = of("maize", "grain");
  it("sows, feeds, cuts and dries by hand's figures", () => {
    // 0.95 x 0.9 = 0.855 plants a seed; 8 / 0.855 = 9.357 seeds/m2; x 310 / 100
    expect(figure(plan, "seed.rate")).toBeCloseTo(29.0, 1);
    // 0.855 x 10,000 / (8 x 75)
    expect(figure(plan, "seed.inRowSpacing")).toBeCloseTo(14.25, 2);
    // 9 t x 4.5 kg
    expect(figure(plan, "feed.k2o")).toBeCloseTo(40.5, 6);
    // (9 x 22 - 35 - 55) / 0.6 = 180
    expect(figure(plan, "feed.n")).toBeCloseTo(180, 6);
    // 9 x 86 / 75 as it is cut at 25 %
    expect(figure(plan, "keep.asCut")).toBeCloseTo(10.32, 2);
    // black layer after 141 days, a fortnight to dry down
    expect(days(plan)).toBe(155);
  });
  it("is cut whole for silage at another date and mass", () => {
    const silage = of("maize", "silage");
    // 43 t x 4.7 kg; dent after 130 days and two more
    expect(figure(silage, "feed.k2o")).toBeCloseTo(202.1, 6);
    expect(days(silage)).toBe(132);
    // 43 t x 0.4 kg of sulphur: a tonne of whole crop is no tonne of grain
    expect(figure(silage, "feed.s")).toBeCloseTo(17.2, 6);
    expect(silage.operations.some((o) => o.role === "dry")).toBe(false);
  });
  it("is set three to a station by hand and thinned to two", () => {
    const plan = of("maize", "openPollinated", "handStations");
    // p = 0.9 x 0.8 = 0.72: none 0.02195, one 0.16934, two 0.43546, three 0.37325: 0.16934 + 2 x 0.80870 = 1.78675
    expect(figure(plan, "seed.plantsPerStation")).toBeCloseTo(1.78675, 5);
    // 1.78675 x 10,000 / (5.3 x 75) = 44.95 cm; 5.3 / 1.78675 x 3 = 8.899 seeds/m2 x 290 / 100
    expect(figure(plan, "seed.inRowSpacing")).toBeCloseTo(44.95, 2);
    expect(figure(plan, "seed.rate")).toBeCloseTo(25.81, 2);
    expect(figure(plan, "seed.gaps")).toBeCloseTo(2.195, 3);
  });
});

describe("onion", () => {
  it("from seed", () => {
    const plan = of("onion", "longDay", "drilled");
    // 68 / 0.88 / 0.74 = 104.42 seeds/m2 x 3.8 / 100; x 1.05 x 14.2 ha to order
    expect(figure(plan, "seed.rate")).toBeCloseTo(3.968, 3);
    expect(figure(plan, "seed.order")).toBeCloseTo(59.16, 1);
    // (45 x 2.4 - 22 - 30) / 0.45
    expect(figure(plan, "feed.n")).toBeCloseTo(124.4, 1);
    expect(figure(plan, "feed.k2o")).toBeCloseTo(90, 6);
    // tops fall after 143 days, lifted three later
    expect(days(plan)).toBe(146);
  });
  it("from sets", () => {
    const plan = of("onion", "longDay", "sets");
    // 40 / 0.96 / 0.94 = 44.326/m2: 10^8 / (443,262 x 30) = 7.52 cm; x 3 g; x 1.03 / 0.95 bought
    expect(figure(plan, "seed.units")).toBeCloseTo(443_262, 0);
    expect(figure(plan, "seed.inRowSpacing")).toBeCloseTo(7.52, 2);
    expect(figure(plan, "seed.planted")).toBeCloseTo(1329.8, 1);
    expect(figure(plan, "seed.bought")).toBeCloseTo(1441.8, 1);
    expect(days(plan)).toBe(123);
  });
  it("from a nursery", () => {
    const plan = of("onion", "longDay", "transplants");
    // 380,000 / 0.94 / 0.82 / 0.88 x 3.8 mg = 2.129 kg/ha; at 8 g/m2 266 m2 of bed; sown 52 days before
    expect(figure(plan, "seed.rate")).toBeCloseTo(2.129, 3);
    expect(figure(plan, "seed.nurseryArea")).toBeCloseTo(266.1, 1);
    expect(daysBetween(plan.operations.find((o) => o.role === "nursery")!.date!, plan.plantingDate!)).toBe(52);
    expect(figure(plan, "seed.inRowSpacing")).toBeCloseTo(10.526, 3);
    expect(days(plan)).toBe(111);
    // nobody rolls over plants that stand
    expect(plan.operations.some((o) => o.id === "roll")).toBe(false);
  });
  it("bunched green is pulled sooner, watered to the last and never cured", () => {
    const plan = of("onion", "salad");
    // 250 / 0.88 / 0.74 = 383.9 seeds/m2 x 3 / 100
    expect(figure(plan, "seed.rate")).toBeCloseTo(11.52, 2);
    expect(figure(plan, "feed.k2o")).toBeCloseTo(60, 6);
    expect(days(plan)).toBe(78);
    expect(plan.operations.filter((o) => o.role === "cure")).toEqual([]);
  });
});

describe("oil crops", () => {
  it("sunflower", () => {
    const plan = of("sunflower", "oilHybrid");
    // 0.92 x 0.85 = 0.782; 6 / 0.782 = 7.673 x 58 / 100; 7,820 / (6 x 70)
    expect(figure(plan, "seed.rate")).toBeCloseTo(4.45, 2);
    expect(figure(plan, "seed.inRowSpacing")).toBeCloseTo(18.62, 2);
    expect(figure(plan, "feed.k2o")).toBeCloseTo(29, 6);
    // (2.9 x 42 - 35 - 55) / 0.55
    expect(figure(plan, "feed.n")).toBeCloseTo(57.8, 1);
    // 2.9 x 91 / 90
    expect(figure(plan, "keep.asCut")).toBeCloseTo(2.932, 3);
    expect(days(plan)).toBe(143);
    // one hive a hectare, rounded up
    expect(plan.operations.find((o) => o.id === "hives-in")!.detail).toMatch(/^15 hives/);
  });
  it("safflower", () => {
    const plan = of("safflower", "spring");
    // 35 / 0.9 / 0.65 = 59.83 x 38 / 100
    expect(figure(plan, "seed.rate")).toBeCloseTo(22.74, 2);
    expect(figure(plan, "feed.k2o")).toBeCloseTo(12, 6);
    // 1.5 x 92 / 91
    expect(figure(plan, "keep.asCut")).toBeCloseTo(1.516, 3);
    // (1.5 x 45 - 35 - 40) / 0.55 is under nothing
    expect(figure(plan, "feed.n")).toBe(0);
    expect(days(plan)).toBe(138);
  });
});

describe("pulses with pods in the ground", () => {
  it("groundnut", () => {
    const plan = of("groundnut", "bunch", "handStations");
    // 0.85 x 0.8 = 0.68: 17 / 0.68 = 25 seeds/m2 x 400 / 100; 6,800 / (17 x 40)
    expect(figure(plan, "seed.rate")).toBeCloseTo(100, 6);
    expect(figure(plan, "seed.inRowSpacing")).toBeCloseTo(10, 6);
    expect(figure(plan, "feed.k2o")).toBeCloseTo(18.7, 6);
    // 1.7 x 58 x 30 % = 29.6, of which 15 and 20 are there
    expect(figure(plan, "feed.n")).toBe(0);
    expect(days(plan)).toBe(107);
  });
  it("bambara groundnut", () => {
    const plan = of("bambaraGroundnut", "bunch");
    // 0.8 x 0.75 = 0.6: 10 / 0.6 = 16.67 x 550 / 100; 6,000 / (10 x 45)
    expect(figure(plan, "seed.rate")).toBeCloseTo(91.67, 2);
    expect(figure(plan, "seed.inRowSpacing")).toBeCloseTo(13.33, 2);
    expect(figure(plan, "feed.k2o")).toBeCloseTo(11.05, 6);
    expect(figure(plan, "feed.n")).toBe(0);
    expect(days(plan)).toBe(125);
  });
});

describe("kale, picked over and over", () => {
  const plan = of("kale", "collard", "transplants");
  it("is raised, set and fed by hand's figures", () => {
    // 37,000 / 0.95 / 0.85 / 0.9 x 3.6 mg = 183.3 g/ha; at 2 g/m2 91.6 m2 of bed
    expect(figure(plan, "seed.rate") * 1000).toBeCloseTo(183.3, 1);
    expect(figure(plan, "seed.nurseryArea")).toBeCloseTo(91.6, 1);
    expect(figure(plan, "seed.inRowSpacing")).toBeCloseTo(45.05, 2);
    // (24 x 7 - 35 - 50) / 0.55
    expect(figure(plan, "feed.n")).toBeCloseTo(150.9, 1);
  });
  it("is picked from the 56th day on, twelve times in 110 days", () => {
    expect(days(plan)).toBe(56);
    // (12 - 1) x 10
    expect(days(plan, "harvest", true)).toBe(166);
    const [first, last] = plan.operations.filter((o) => o.role === "harvest");
    expect(first!.name).toBe("First picking");
    expect(last).toMatchObject({ name: "Last picking", hoursPerHa: 0, costPerHa: 0 });
  });
  it("loses its last picking with its first", () => {
    const decisions = { ...freshDecisions("kale"), skipped: { harvest: { reason: "sold standing" } } };
    const without = unwrap(draftPlan(FACTS, decisions, 2027, testGuide("kale")));
    expect(without.operations.filter((o) => o.role === "harvest")).toEqual([]);
  });
});

describe("tuberose", () => {
  it("is planted, fed and picked for its first year", () => {
    const plan = of("tuberose", "single");
    // 14.5 / 0.92 / 0.95 = 16.590/m2 x 25 g; x 1.03 / 0.92 bought
    expect(figure(plan, "seed.units")).toBeCloseTo(165_904, 0);
    expect(figure(plan, "seed.planted")).toBeCloseTo(4147.6, 1);
    expect(figure(plan, "seed.bought")).toBeCloseTo(4643.5, 1);
    // (8 x 15 - 25 - 35) / 0.5
    expect(figure(plan, "feed.n")).toBeCloseTo(120, 6);
    expect(days(plan)).toBe(108);
    expect(days(plan, "harvest", true)).toBe(217);
  });
  it("for bulbs is dug when its leaves have turned", () => {
    const plan = of("tuberose", "single", "bulbs", "bulbs");
    expect(days(plan)).toBe(250);
    expect(plan.operations.filter((o) => o.role === "harvest")).toHaveLength(1);
  });
});

describe("garlic by its kinds", () => {
  it("the large leek-like kind is planted wide and deep", () => {
    const plan = of("garlic", "largeLeekLike");
    // 11 / 0.97 / 0.95 = 11.937/m2 x 28 g; x 1.03 / 0.92; 10^8 / (119,371 x 45)
    expect(figure(plan, "seed.planted")).toBeCloseTo(3342.4, 1);
    expect(figure(plan, "seed.bought")).toBeCloseTo(3742, 0);
    expect(figure(plan, "seed.inRowSpacing")).toBeCloseTo(18.62, 2);
    expect(figure(plan, "feed.k2o")).toBeCloseTo(52, 6);
    // 119,371 x 1.03 / 0.92 / 5 cloves a bulb
    expect(figure(plan, "seed.sources")).toBeCloseTo(26_729, 0);
    expect(figure(plan, "seed.depth")).toBe(8);
  });
  it("bulbils take little stock, and give rounds", () => {
    const plan = of("garlic", "bulbils");
    // 80 / 0.85 / 0.82 = 114.78/m2 x 0.2 g
    expect(figure(plan, "seed.planted")).toBeCloseTo(229.6, 1);
    expect(plan.crop.product.id).toBe("rounds");
    expect(plan.targetTPerHa).toBe(3);
  });
  it("the soft neck has no stalk to take", () => {
    expect(of("garlic", "softNeck").operations.some((o) => o.id === "stalks")).toBe(false);
    expect(of("garlic", "autumn").operations.some((o) => o.id === "stalks")).toBe(true);
  });
});

describe("a whole crop", () => {
  it("is cut when the pods are full, and takes much potash", () => {
    const plan = of("wholeCrop", "barleyPea");
    expect(figure(plan, "feed.k2o")).toBeCloseTo(187.5, 6);
    expect(days(plan)).toBe(98);
    // 25 x 7 x 55 % = 96.25 - 35 - 40 = 21.25 / 0.6
    expect(figure(plan, "feed.n")).toBeCloseTo(35.4, 1);
  });
});

describe("an early potato under fleece", () => {
  const early = (cover?: string) =>
    unwrap(
      draftPlan(
        FACTS,
        {
          ...freshDecisions("potato"),
          crop: { guideId: "potato", kindId: "early", methodId: "tubers", ...(cover ? { schools: { cover } } : {}) },
        },
        2027,
        testGuide("potato"),
      ),
    );
  it("is dug nine days sooner, under so much fleece, that is off before the ridges are drawn up", () => {
    const [open, covered] = [early(), early("fleece")];
    // half of the tuber mass after 70 days in the open, 61 under it
    expect(days(open) - days(covered)).toBe(9);
    const on = covered.operations.find((o) => o.id === "fleece-on")!;
    const off = covered.operations.find((o) => o.id === "fleece-off")!;
    // 11,500 m2/ha x 14.2 ha
    expect(on.inputs.map((i) => [i.perHa, i.unit, i.quantity])).toEqual([[11_500, "m2", 163_300]]);
    // up after 25 days, off three weeks later
    expect(daysBetween(covered.plantingDate!, off.date!)).toBe(46);
    expect(covered.operations.find((o) => o.id === "earth-up")!.date! >= off.date!).toBe(true);
    expect(covered.operations.some((o) => o.id === "harrow-ridges")).toBe(false);
    expect(covered.conflicts).toEqual([]);
    expect(open.operations.some((o) => o.id.startsWith("fleece"))).toBe(false);
  });
});
