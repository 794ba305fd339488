/** What screens say of decisions, stages and units. */

import { describe, expect, it } from "vitest";
import { EXAMPLE_FACTS } from "@/core/plan/example-facts";
import { unwrap } from "@/core/result";
import type { WindowAnswer } from "@/core/season/sowing-window";
import { freshDecisions } from "@/core/sheets/decisions";
import { draftPlan } from "@/core/sheets/draft-plan";
import { displayUnit } from "@/core/units/display-units";
import { dimensionOf } from "@/core/units/measure-ids";
import { DIMENSIONS } from "@/core/units/units";
import { testGuide } from "../../../tests/support/guides";
import { pathInWords } from "./path-in-words";
import { stageInWords } from "./stage-in-words";
import { nearestDate } from "./window/nearest-date";

const plan = unwrap(draftPlan(EXAMPLE_FACTS, freshDecisions("wheat"), 2027, testGuide("wheat")));

describe("where a decision stands", () => {
  it.each([
    ["targetTPerHa", "target"],
    ["crop/kindId", "crop, kind id"],
    ["soil/lime/depthCm", "Soil, lime, depth"],
    ["seed/fieldEmergencePct", "Seed, field emergence"],
    ["feed/soilMineralNKgPerHa", "Feed, soil mineral N"],
    // jobs and figures by the names that the plan gives them
    ["dates/planting", "dates, Drill"],
    ["skipped/weed-look-autumn", `skipped, ${plan.operations.find((o) => o.id === "weed-look-autumn")?.name}`],
    ["overrides/feed.n", `overrides, ${plan.figures["feed.n"]?.label}`],
  ] as const)("%s is %s", (path, words) => {
    expect(pathInWords(path as Parameters<typeof pathInWords>[0], plan)).toBe(words);
  });
});

describe("a stage in words", () => {
  const stage = {
    ...plan.stages[2]!,
    name: "first node",
    bbch: 31,
    date: "2027-04-08",
    early: "2027-04-01",
    late: "2027-04-18",
    basis: "simulated" as const,
  };
  it("says what it rests on: simulated seasons, the guide's days, or what was seen", () => {
    expect(stageInWords(stage)).toBe("first node (BBCH 31), about 8 Apr, 1 Apr to 18 Apr in 8 seasons of 10");
    expect(stageInWords({ ...stage, basis: "days" })).toBe("first node (BBCH 31), about 8 Apr, by the guide's days");
    expect(stageInWords({ ...stage, early: stage.date, late: stage.date })).toBe("first node (BBCH 31), about 8 Apr");
    expect(stageInWords({ ...stage, basis: "observed" })).toBe("first node (BBCH 31), seen 8 Apr");
  });
});

describe("units of figures", () => {
  it("have a dimension that is shown in the user's unit, or stand as they are", () => {
    // in metric, a figure's unit is the unit that its dimension is shown in, or a kind of it
    for (const unit of ["t/ha", "kg/ha", "cm", "ha", "L/ha", "%", "kg"] as const) {
      const dimension = dimensionOf(unit);
      expect(dimension !== null && DIMENSIONS.includes(dimension), unit).toBe(true);
      expect(displayUnit(dimension!, { unitSet: "metric" }), unit).toBe(unit);
    }
    expect(dimensionOf("kg N/ha")).toBe("massPerArea");
    expect(dimensionOf("t lime/ha")).toBe("dressing");
    expect(dimensionOf("t gypsum/ha")).toBe("dressing");
    for (const unit of ["kN/m", "bags", ""] as const) expect(dimensionOf(unit)).toBeNull();
  });

  it("cover every figure of a plan that a user could want in pounds or acres", () => {
    const asIs = new Set(
      Object.values(plan.figures).flatMap((f) => (f && dimensionOf(f.unit) === null ? [f.unit] : [])),
    );
    for (const unit of asIs) expect(unit, "shown in metric to everyone").not.toMatch(/^(kg|t|cm|m|L)( .*)?\/(ha|m²)$/);
  });
});

describe("the simulated date nearest to one", () => {
  const answer = { dates: ["2026-09-20", "2026-09-27", "2026-10-04"].map((date) => ({ date })) } as WindowAnswer;
  it("is the nearer, the earlier of two as near, and none of none", () => {
    expect(nearestDate(answer, "2026-09-29")?.date).toBe("2026-09-27");
    expect(nearestDate(answer, "2026-08-01")?.date).toBe("2026-09-20");
    expect(nearestDate(answer, "2027-01-01")?.date).toBe("2026-10-04");
    expect(nearestDate({ ...answer, dates: [] }, "2026-09-29")).toBeNull();
  });
});
