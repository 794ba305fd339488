import { describe, expect, it } from "vitest";
import { testGuide } from "../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import type { PlanFacts } from "../plan/facts";
import { unwrap } from "../result";
import { freshDecisions } from "../sheets/decisions";
import { draftPlan } from "../sheets/draft-plan";
import { wordsFor } from "../units/words";
import { issuedPlan } from "./issued-plan";
import { issuedWeek, outlineHolds, outlinePlan, resourceOf } from "./outline";
import { packSeason, unpackSeason } from "./pack-season";

const plan = unwrap(draftPlan(EXAMPLE_FACTS, freshDecisions("wheat"), 2027, testGuide("wheat")));

describe("outlines", () => {
  it("come back whole from their short form", () => {
    const { season } = outlinePlan(plan, EXAMPLE_FACTS);
    const packed = packSeason(season);
    expect(unpackSeason(packed.shape, JSON.parse(JSON.stringify(packed.season)))).toEqual(season);
    expect(season.operations.length).toBeGreaterThan(15);
  });
  it("hold what goes through a dryer, and nothing where grain is dried in the sun", () => {
    const { drying } = outlinePlan(plan, EXAMPLE_FACTS).season;
    expect(drying?.points).toBe(plan.harvest.pointsToDry);
    // tonnes as cut, of 14.2 ha
    expect(drying?.massT).toBeCloseTo(plan.keep.asCutTPerHa * 14.2, 1);
    expect(
      unpackSeason([], packSeason({ ...outlinePlan(plan, EXAMPLE_FACTS).season, operations: [] }).season).drying,
    ).toEqual(drying);
    const sun = plan.crop.guide.keep.ways.find((w) => w.by === "sun" || w.by === "air");
    if (sun)
      expect(outlinePlan({ ...plan, keep: { ...plan.keep, wayId: sun.id } }, EXAMPLE_FACTS).season.drying).toBeNull();
  });
  it("hold what goes into a store, and nothing where it lies as silage in a pit of its own", () => {
    const storedOf = (guideId: string, kindId: string) => {
      const decisions = { ...freshDecisions(guideId), crop: { guideId, kindId } };
      const own = unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, testGuide(guideId)));
      return [outlinePlan(own, EXAMPLE_FACTS).season.stored, own.keep] as const;
    };
    const [grain, keep] = storedOf("maize", "grain");
    expect(grain?.massT).toBeCloseTo(keep.storedTPerHa * 14.2, 1);
    const [silage, pit] = storedOf("maize", "silage");
    expect(silage).toBeNull();
    expect(pit.silage?.volumeM3).toBeGreaterThan(100);
  });
  it("hold the hours of the whole field", () => {
    const { season } = outlinePlan(plan, EXAMPLE_FACTS);
    const sowing = plan.operations.find((o) => o.role === "plant")!;
    // hours a hectare times 14.2 ha, to a tenth
    expect(season.operations.find((o) => o.role === "plant")!.hours).toBeCloseTo(sowing.hoursPerHa * 14.2, 1);
  });
  it("shorten hundreds of plans: less than 60 bytes an operation", () => {
    const { season } = packSeason(outlinePlan(plan, EXAMPLE_FACTS).season);
    expect(JSON.stringify(season).length / plan.operations.length).toBeLessThan(60);
  });
});

describe("resourceOf", () => {
  const field = { contractor: false };
  const work = { role: "till", power: "tractor", hoursPerHa: 0.4 } as const;
  it("knows whose time an operation takes", () => {
    expect(resourceOf(work, field)).toBe("tractors");
    expect(resourceOf({ ...work, role: "harvest", power: "harvester" }, field)).toBe("harvesters");
    expect(resourceOf(work, { contractor: true })).toBe("contractor");
    expect(resourceOf({ ...work, power: "hands", hoursPerHa: 30 }, { contractor: true })).toBe("hands");
    // looking and judging is the adviser's
    expect(resourceOf({ role: "look", power: "hands", hoursPerHa: 0.15 }, field)).toBeNull();
    expect(resourceOf({ ...work, hoursPerHa: 0 }, field)).toBeNull();
  });
});

describe("how long an outline holds", () => {
  const on = (today: string) =>
    unwrap(draftPlan({ ...EXAMPLE_FACTS, today }, freshDecisions("wheat"), 2027, testGuide("wheat")));
  const outline = (today: string) => outlinePlan(on(today), EXAMPLE_FACTS);
  it("is until the eve of the year before the harvest, in which no day changes it", () => {
    expect(outlineHolds(on("2025-03-01"), "2025-03-01")).toBe("2025-12-31");
    const first = outline("2025-03-01");
    for (const day of ["2025-03-02", "2025-09-30", "2025-12-31"]) expect(outline(day)).toEqual(first);
  });
  it("is a day while there is work to do, since each day decides one more day of weather", () => {
    expect(outlineHolds(on("2026-08-12"), "2026-08-12")).toBe("2026-08-12");
    expect(outline("2027-05-20")).not.toEqual(outline("2027-03-20"));
  });
  it("is for ever once everything is done and grown", () => {
    const whole = on("2026-08-12");
    const log = whole.operations.map((o) => ({ operationId: o.id, doneOn: o.date!, quantityPerHa: null, note: "" }));
    const done = (today: string) => {
      const facts = { ...EXAMPLE_FACTS, log, today };
      return { facts, plan: unwrap(draftPlan(facts, freshDecisions("wheat"), 2027, testGuide("wheat"))) };
    };
    const { plan: over, facts } = done("2027-10-01");
    expect(over.operations.every((o) => o.doneOn !== null)).toBe(true);
    expect(outlineHolds(over, "2027-10-01")).toBeNull();
    expect(outlinePlan(done("2028-02-01").plan, facts)).toEqual(outlinePlan(over, facts));
  });
});

describe("an issued version in the week", () => {
  const issuer = {
    name: "I",
    licenceNo: null,
    practice: { name: "P", currency: "cr" },
    grower: { name: "G", unitSet: null },
  };
  const _words = wordsFor({ unitSet: "metric", decimal: "point", currency: "cr" });
  const issued = issuedPlan(plan, EXAMPLE_FACTS, freshDecisions("wheat"), [], issuer, null);
  // since then a cheaper urea was bought, the drill went out, and the season moved
  const since: PlanFacts = {
    ...EXAMPLE_FACTS,
    today: "2026-10-12",
    log: [{ operationId: "planting", doneOn: "2026-10-10", quantityPerHa: 155, note: "" }],
    fertilisers: EXAMPLE_FACTS.fertilisers.map((f) =>
      f.id === "urea" ? { ...f, id: "urea-bulk", name: "Urea bulk", pricePerT: 1000 } : f,
    ),
  };
  const now = unwrap(draftPlan(since, freshDecisions("wheat"), 2027, testGuide("wheat")));
  const week = issuedWeek(issued, outlinePlan(now, since).week);
  const job = (id: string) => week.find((o) => o.id === id)!;
  it("says what was issued, not what a draft of today would buy", () => {
    expect(now.operations.find((o) => o.id === "n2")?.inputs.map((i) => i.name)).toEqual(["Urea bulk"]);
    expect(job("n2").inputs.map((i) => i.name)).toEqual(["Urea 46 with urease inhibitor"]);
  });
  it("and when by what was logged and grew since", () => {
    expect(job("planting")).toMatchObject({ doneOn: "2026-10-10", inputs: [{ perHa: 155 }] });
    // rolled the day after drilling, which was planned for the 6th
    expect(issued.operations.find((o) => o.id === "roll")?.date).toBe("2026-10-07");
    expect(job("roll").date).toBe("2026-10-12");
  });
  it("says what the plan lets expect and its bad season, packed and unpacked, and nothing where it was kept before", () => {
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, freshDecisions("wheat"), 2027, testGuide("wheat")));
    const { season } = outlinePlan(plan, EXAMPLE_FACTS);
    expect(season.yields?.expectedTPerHa).toBeCloseTo(plan.rehearsal.expectedTPerHa, 2);
    expect(season.yields?.badTPerHa).toBeCloseTo(plan.rehearsal.rehearsed?.badTPerHa ?? 0, 2);
    const packed = packSeason(season);
    expect(unpackSeason(packed.shape, packed.season).yields).toEqual(season.yields);
    const before = packed.season.slice(0, 10) as unknown as typeof packed.season;
    expect(unpackSeason(packed.shape, before).yields).toBeNull();
  });
  it("leaves what was overtaken on the day that it was issued for, as no longer due", () => {
    const shred = issued.operations.find((o) => o.id === "shred")!;
    expect(job("shred")).toMatchObject({ overtakenBy: "Drill", date: shred.date, overdueDays: 0, doneOn: null });
  });
});
