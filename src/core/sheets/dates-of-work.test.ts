/** When jobs of soil, feed and ground fall where nothing else holds them, and what is said of them. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../tests/support/guides";
import { daysBetween } from "../dates";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import type { PlanFacts } from "../plan/facts";
import { unwrap } from "../result";
import { type Decisions, freshDecisions } from "./decisions";
import { draftPlan } from "./draft-plan";
import { whyMoved } from "./moved-dates";

/** Nothing grew before and it is early: only the jobs' own waits hold. */
const FREE: PlanFacts = { ...EXAMPLE_FACTS, previousCrop: null, today: "2026-06-01" };
const drafted = (own: Partial<Decisions> = {}, facts: PlanFacts = FREE) =>
  unwrap(draftPlan(facts, { ...freshDecisions("wheat"), ...own }, 2027, testGuide("wheat")));
const job = (plan: ReturnType<typeof drafted>, id: string) => plan.operations.find((o) => o.id === id)!;

describe("lime", () => {
  it("goes on forty days before sowing, or two weeks more than it must act", () => {
    const plan = drafted();
    // ground limestone must lie 21 days: 21 + 14 is under forty
    expect(daysBetween(job(plan, "lime").date!, plan.plantingDate!)).toBe(40);
    expect(job(plan, "lime").detail).toContain("two passes at right angles");
  });
  it("is mixed in by a pass that comes after it, not before", () => {
    const plan = drafted();
    const mixed = plan.waits.find((w) => w.id === "lime.mixed")!;
    expect(job(plan, mixed.to).role).toBe("till");
    expect(job(plan, mixed.to).date! >= job(plan, "lime").date!).toBe(true);
  });
  it("comes five days after a crop that is off late, and not before it is off", () => {
    const before = EXAMPLE_FACTS.previousCrop!;
    const late = drafted({}, { ...EXAMPLE_FACTS, previousCrop: { ...before, harvest: "2026-09-20" } });
    expect(job(late, "lime").date! > "2026-09-20").toBe(true);
    expect(
      late.waits.find((w) => w.id === "lime.from.previousHarvest" || (w.to === "lime" && w.minDays === 1)),
    ).toBeDefined();
  });
});

describe("manure", () => {
  const manure = { feed: { manure: { kind: "cattleFarmyard" as const, tPerHa: 20, hoursToIncorporation: 6 } } };
  it("is spread the day before the first pass, which turns it in", () => {
    const plan = drafted(manure);
    const [first] = plan.ground.chosen.passes;
    expect(daysBetween(job(plan, "manure").date!, job(plan, first!.id).date!)).toBe(1);
    expect(job(plan, "manure").detail).toBe("Incorporate it within 6 hours.");
  });
  it("is none of none", () => {
    const none = { feed: { manure: { ...manure.feed.manure, tPerHa: 0 } } };
    expect(drafted(none).operations.some((o) => o.role === "manure")).toBe(false);
  });
});

describe("passes", () => {
  it("say how deep they go where they go into the ground, and how fast", () => {
    const plan = drafted();
    expect(job(plan, "chisel")).toMatchObject({
      settings: [
        { id: "depth", value: 25 },
        { id: "speed", value: 6 },
      ],
      detail:
        "Only when the soil at working depth is dry enough to shatter. Dig a hole: the soil should be loose across the full width.",
    });
    expect(job(plan, "shred").settings).toMatchObject([{ id: "speed", value: 9 }]);
  });
  it("may be done on the day of sowing at the latest, but for those that follow it", () => {
    const plan = drafted();
    for (const o of plan.operations.filter((x) => x.role === "till")) {
      const after = plan.ground.chosen.passes.find((p) => p.id === o.id)!.afterPlanting !== undefined;
      const latestSowing = job(plan, "planting").latest!;
      if (!after) expect(o.latest! <= latestSowing, o.id).toBe(true);
      else expect(o.earliest! >= plan.plantingDate!, o.id).toBe(true);
    }
  });
  it("lie as far apart as is usual where nothing presses", () => {
    const plan = drafted();
    // shred, 5 days, chisel, 12 days, disc, 7 days, harrow, 2 days, sow: 26 days ahead
    expect(
      ["shred", "chisel", "disc", "harrow"].map((id) => daysBetween(job(plan, id).date!, plan.plantingDate!)),
    ).toEqual([26, 21, 9, 2]);
    expect(daysBetween(plan.plantingDate!, job(plan, "roll").date!)).toBe(1);
  });
  it("are pressed together before they clash, where the last crop is off late", () => {
    const before = EXAMPLE_FACTS.previousCrop!;
    const late = drafted({}, { ...EXAMPLE_FACTS, limes: [], previousCrop: { ...before, harvest: "2026-10-03" } });
    const dates = ["shred", "chisel", "disc", "harrow"].map((id) => job(late, id).date!);
    expect([...dates].sort()).toEqual(dates);
    // 0, 2, 1 and 0 days at the least, from the day after the crop is off
    expect(dates[0]).toBe("2026-10-04");
    for (const [i, least] of [0, 2, 1].entries())
      expect(daysBetween(dates[i]!, dates[i + 1]!)).toBeGreaterThanOrEqual(least);
    expect(daysBetween(dates[3]!, late.plantingDate!)).toBeGreaterThanOrEqual(0);
    expect(late.conflicts).toEqual([]);
  });
});

describe("fertiliser ahead of planting", () => {
  it("waits for the field to be free, and for the pass that works it in", () => {
    // beans off on 14 September: phosphate could go on from the 6th, under the standing crop
    const plan = drafted({}, EXAMPLE_FACTS);
    expect(job(plan, "base-feed").earliest).toBe("2026-09-15");
    const workedIn = plan.waits.find((w) => w.id === "base-feed.workedIn")!;
    expect(job(plan, workedIn.to).name).toBe("Harrow the seedbed");
    expect(job(plan, "base-feed").date! <= job(plan, workedIn.to).date!).toBe(true);
  });
  it("is worked in on potato beds too: nitrogen lay on top of them", () => {
    const potato = unwrap(draftPlan(EXAMPLE_FACTS, freshDecisions("potato"), 2027, testGuide("potato")));
    const n1 = potato.operations.find((o) => o.id === "n1")!;
    const destone = potato.operations.find((o) => o.id === "destone")!;
    expect(n1.date! <= destone.date!).toBe(true);
  });
});

describe("skins of potatoes", () => {
  it("have two weeks and more between topping and lifting: they had three days", () => {
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, freshDecisions("potato"), 2027, testGuide("potato")));
    expect(daysBetween(job(plan, "tops-off").date!, job(plan, "harvest").date!)).toBeGreaterThanOrEqual(14);
    const early = { ...freshDecisions("potato"), crop: { guideId: "potato", kindId: "early" } };
    const green = unwrap(draftPlan(EXAMPLE_FACTS, early, 2027, testGuide("potato")));
    // sold at once: no skins, no curing, no cooling
    expect(green.operations.some((o) => o.role === "cure" || o.id === "cool")).toBe(false);
    expect(daysBetween(job(green, "tops-off").date!, job(green, "harvest").date!)).toBeLessThanOrEqual(4);
  });
});

describe("a winter between", () => {
  const spring = (texture: PlanFacts["field"]["textureClass"]) =>
    unwrap(
      draftPlan(
        { ...EXAMPLE_FACTS, field: { ...EXAMPLE_FACTS.field, textureClass: texture } },
        { ...freshDecisions("wheat"), crop: { guideId: "wheat", kindId: "spring" } },
        2027,
        testGuide("wheat"),
      ),
    );
  it("finds clay opened in autumn: it was chiselled in February", () => {
    // beans off on 14 September, chiselled two weeks after
    expect(job(spring("clay"), "chisel").date).toBe("2026-09-28");
    expect(job(spring("clay"), "disc").date! > "2027-02-15").toBe(true);
  });
  it("leaves light land until spring", () => {
    expect(job(spring("sandyLoam"), "chisel").date! > "2027-01-31").toBe(true);
  });
});

describe("after a crop that leaves little straw", () => {
  it("nothing is shredded: it asked for dry straw after beet", () => {
    const beet = {
      ...EXAMPLE_FACTS.previousCrop!,
      leaves: { ...EXAMPLE_FACTS.previousCrop!.leaves!, residueCoverPct: 20 },
    };
    expect(drafted({}, { ...EXAMPLE_FACTS, previousCrop: beet }).operations.some((o) => o.id === "shred")).toBe(false);
    expect(drafted({}, EXAMPLE_FACTS).operations.some((o) => o.id === "shred")).toBe(true);
  });
});

describe("lime and the pass that mixes it", () => {
  it("is one that goes half as deep at the least: a harrow of 5 cm may not follow 15 cm of lime", () => {
    const plan = drafted();
    const mixed = plan.waits.find((w) => w.id === "lime.mixed")!;
    expect(job(plan, mixed.to).name).toBe("Disc");
    // reckoned for 20 cm a disc of 8 is too shallow: the chisel
    const deep = drafted({ soil: { lime: { depthCm: 20 } } });
    expect(job(deep, deep.waits.find((w) => w.id === "lime.mixed")!.to).name).toBe("Chisel");
  });
});

describe("money's working", () => {
  it("lists the jobs that cost something, and none that cost nothing", () => {
    const plan = drafted();
    for (const [id, figure] of Object.entries(plan.figures))
      if (/^money\.(ground|soil|seed|feed|water|protect|harvest|keep)$/.test(id))
        for (const input of figure!.inputs.filter((i) => i.label !== "seed"))
          expect(input.value, `${id}: ${input.label}`).not.toBe(0);
    expect(plan.operations.some((o) => o.costPerHa === 0)).toBe(true);
  });
});

describe("why dates moved", () => {
  const at = (facts: Partial<PlanFacts>, own: Partial<Decisions> = {}) => {
    const all = { ...EXAMPLE_FACTS, today: "2026-11-20", ...facts };
    const decisions = { ...freshDecisions("wheat"), ...own };
    return { facts: all, decisions, plan: unwrap(draftPlan(all, decisions, 2027, testGuide("wheat"))) };
  };
  const done = (operationId: string, doneOn: string) => ({ operationId, doneOn, quantityPerHa: null, note: "" });

  it("is what was logged, logged otherwise, or taken back", () => {
    const none = at({ log: [] });
    const sown = at({ log: [done("planting", "2026-10-08")] });
    expect(whyMoved(none, sown)).toBe("Drill was done on 8 Oct");
    expect(whyMoved(sown, at({ log: [done("planting", "2026-10-09")] }))).toBe("Drill was done on 9 Oct");
    expect(whyMoved(sown, none)).toBe("the log of Drill was taken back");
    const two = at({ log: [done("planting", "2026-10-08"), done("roll", "2026-10-09")] });
    expect(whyMoved(sown, two)).toBe("Roll, if loose and dry was done on 9 Oct");
    expect(whyMoved(two, sown)).toBe("the log of Roll, if loose and dry was taken back");
  });
  it("is what was wished for, held, or left to itself again", () => {
    const plain = at({});
    const wished = (held: boolean, date = "2026-12-01") => at({}, { dates: { "weed-look-autumn": { date, held } } });
    const name = plain.plan.operations.find((o) => o.id === "weed-look-autumn")!.name;
    expect(whyMoved(plain, wished(false))).toBe(`${name} was set for 1 Dec`);
    expect(whyMoved(wished(false), wished(false, "2026-12-02"))).toBe(`${name} was set for 2 Dec`);
    expect(whyMoved(wished(false), wished(true))).toBe(`${name} was set for 1 Dec`);
    expect(whyMoved(wished(false), plain)).toBe(`${name} has no date of its own any more`);
    expect(whyMoved(wished(true), wished(true))).toBeNull();
  });
  it("is a wait that was eased", () => {
    const eased = at({}, { relaxed: { "lime.wait": { days: 3, reason: "rain" } } });
    expect(whyMoved(at({}), eased)).toBe("a wait was eased");
  });
});
