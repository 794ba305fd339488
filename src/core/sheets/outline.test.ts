import { describe, expect, it } from "vitest";
import { testGuide } from "../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import { unwrap } from "../result";
import { freshDecisions } from "./decisions";
import { draftPlan } from "./draft-plan";
import { outlinePlan, packSeason, resourceOf, unpackSeason } from "./outline";

const plan = unwrap(draftPlan(EXAMPLE_FACTS, freshDecisions("wheat"), 2027, testGuide("wheat")));

describe("outlines", () => {
  it("come back whole from their short form", () => {
    const { season } = outlinePlan(plan, EXAMPLE_FACTS);
    const packed = packSeason(season);
    expect(unpackSeason(packed.shape, JSON.parse(JSON.stringify(packed.season)))).toEqual(season);
    expect(season.operations.length).toBeGreaterThan(15);
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
