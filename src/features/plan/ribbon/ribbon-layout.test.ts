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

  it("leaves marks that stay on their day in their lanes when another is moved among them", () => {
    const mark = (id: string, x: number, stood?: RibbonMark["stood"]): RibbonMark => ({
      id,
      x,
      label: id,
      above: true,
      stood,
    });
    // two apart stand in the first lane both
    const before = placeMarks([mark("chisel", 100), mark("seed test", 300)], 1200, 3);
    expect(before.map((p) => p.lane)).toEqual([0, 0]);
    // the chisel is moved to just before the seed test: it is the chisel that gives way
    const after = placeMarks(
      [mark("chisel", 280, { lane: 0, stayed: false }), mark("seed test", 300, { lane: 0, stayed: true })],
      1200,
      3,
    );
    const lane = (id: string) => after.find((p) => p.kind === "mark" && p.id === id)?.lane;
    expect([lane("chisel"), lane("seed test")]).toEqual([1, 0]);
  });
});
