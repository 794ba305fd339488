import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { placeMarks, type RibbonMark } from "./ribbon-layout";

describe("placeMarks", () => {
  const marks = fc
    .array(
      fc.record({
        x: fc.double({ min: 0, max: 1200, noNaN: true }),
        label: fc.string({ minLength: 1, maxLength: 18 }),
        above: fc.boolean(),
      }),
      { maxLength: 60 },
    )
    .map((list) => list.map((m, i): RibbonMark => ({ ...m, id: `m${i}` })));

  it("shows every mark once, alone or in a group", () => {
    fc.assert(
      fc.property(marks, fc.integer({ min: 1, max: 4 }), (list, lanes) => {
        const shown = placeMarks(list, 1200, lanes).flatMap((p) => (p.kind === "mark" ? [p.id] : p.ids));
        expect([...shown].sort()).toEqual(list.map((m) => m.id).sort());
      }),
    );
  });

  it("never lets what stands in one lane cover its neighbour", () => {
    fc.assert(
      fc.property(marks, (list) => {
        const placed = placeMarks(list, 1200, 4);
        for (const above of [true, false])
          for (let lane = 0; lane < 4; lane++) {
            const row = placed.filter((p) => p.above === above && p.lane === lane).sort((a, b) => a.from - b.from);
            for (const [i, p] of row.slice(1).entries()) expect(p.from).toBeGreaterThanOrEqual(row[i]!.to);
          }
      }),
    );
  });

  it("groups what finds no room, and keeps labels inside on the right by turning them", () => {
    const crowd = Array.from(
      { length: 6 },
      (_, i): RibbonMark => ({ id: `m${i}`, x: 100 + i, label: "spray", above: true }),
    );
    const placed = placeMarks(crowd, 1200, 2);
    expect(placed.some((p) => p.kind === "group")).toBe(true);
    const [mark] = placeMarks([{ id: "a", x: 1190, label: "cut at 16 %", above: true }], 1200, 4);
    expect(mark?.kind === "mark" && mark.flipped).toBe(true);
  });
});
