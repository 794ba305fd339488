/** Rows, beds and pegs of a plan: from its boundary, its longest side, or sides that were entered. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import { unwrap } from "../../result";
import { freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { channelsOf, layoutOf, pegsAcross } from "./layout";

describe("the layout of a plan", () => {
  it("lies along the longest side, with tramlines where a drill drives and none where hands sow", () => {
    const decisions = freshDecisions("wheat");
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, testGuide("wheat")));
    const facts = { ...EXAMPLE_FACTS, field: { ...EXAMPLE_FACTS.field, longSideM: 500 } };
    const { input, layout, shape } = layoutOf(plan, facts, decisions);
    // 14.2 ha along 500 m are 284 m wide; rows 12.5 cm; headland 12 m: 260 m and 10 tramlines of 24 m
    expect(shape).toBe("longest side");
    expect(input).toMatchObject({ lengthM: 500, widthM: 284, headlandM: 12, tramlineEveryM: 24 });
    // 2,080 rows less two for each of ten tramlines, 476 m long
    expect(unwrap(layout)).toMatchObject({ rows: 2060, rowMetres: 2060 * 476, plants: null });
  });
  it("follows the boundary where there is one, until somebody enters a side", () => {
    const decisions = freshDecisions("wheat");
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, testGuide("wheat")));
    // a rectangle of 284 x 500 m with a corner cut off: 84 m x 100 m less half of that
    const shape: [number, number][][] = [
      [
        [0, 0],
        [284, 0],
        [284, 400],
        [200, 500],
        [0, 500],
        [0, 0],
      ],
    ];
    const facts = { ...EXAMPLE_FACTS, field: { ...EXAMPLE_FACTS.field, longSideM: 500, shape } };
    const planned = layoutOf(plan, facts, decisions);
    expect(planned.shape).toBe("boundary");
    expect(planned.input).toMatchObject({ lengthM: 500, widthM: 284 });
    const { rowMetres, longestRowM, shortestRowM } = unwrap(planned.layout);
    expect(longestRowM).toBeCloseTo(476, 3);
    expect(shortestRowM).toBeLessThan(410);
    // less than the rectangle's 2,060 rows of 476 m by about 0.42 ha in rows of 12.5 cm, 33,600 m
    expect(rowMetres).toBeGreaterThan(2060 * 476 - 40_000);
    expect(rowMetres).toBeLessThan(2060 * 476 - 27_000);
    const entered = { ...decisions, seed: { layout: { lengthM: 500 } } };
    expect(layoutOf(plan, facts, entered)).toMatchObject({ shape: "entered", rings: null });
  });
  it("takes beds and sides that were entered, and pegs out their edges", () => {
    const decisions = {
      ...freshDecisions("garlic"),
      seed: {
        layout: { lengthM: 26, widthM: 10, headlandM: 1, beds: true, bedWidthM: 1.2, bedLengthM: 12, pathM: 0.4 },
      },
    };
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, testGuide("garlic")));
    const planned = layoutOf(plan, EXAMPLE_FACTS, decisions);
    // across (8 + 0.4) / 1.6 = 5.25: 5; along (24 + 0.4) / 12.4 = 1.97: 1
    expect(unwrap(planned.layout).beds).toBe(5);
    expect(pegsAcross(planned, 4).map((m) => Number(m.toFixed(2)))).toEqual([1, 2.2, 2.6, 3.8]);
  });
  it("counts the furrows of a field that is watered by them, and none of another", () => {
    const decisions = {
      ...freshDecisions("garlic"),
      seed: {
        layout: { lengthM: 26, widthM: 10, headlandM: 1, beds: true, bedWidthM: 1.2, bedLengthM: 24, pathM: 0.4 },
      },
    };
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, testGuide("garlic")));
    const planned = layoutOf(plan, EXAMPLE_FACTS, decisions);
    const watered = (waterSystem: "furrow" | "sprinkler") => ({
      field: { ...EXAMPLE_FACTS.field, irrigated: true, waterSystem },
    });
    // 5 strips of 24 m: a furrow on each side, 6 x 24 m
    expect(channelsOf(planned, watered("furrow"))).toEqual({ count: 6, metres: 144 });
    expect(channelsOf(planned, watered("sprinkler"))).toBeNull();
    expect(channelsOf(planned, { field: { ...watered("furrow").field, irrigated: false } })).toBeNull();
  });
  it("says that nobody knows the shape, and which side is wrong", () => {
    const decisions = { ...freshDecisions("maize"), seed: { layout: { headlandM: 200 } } };
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, testGuide("maize")));
    const planned = layoutOf(plan, EXAMPLE_FACTS, decisions);
    // 14.2 ha twice as long as wide: 532.9 x 266.5 m
    expect(planned.shape).toBe("assumed");
    expect(planned.input.lengthM).toBeCloseTo(532.9, 1);
    expect(planned.layout.ok ? "" : planned.layout.errors[0]?.field).toBe("headlandM");
  });
});
