import { describe, expect, it } from "vitest";
import { byBearing, cornersOf, drawn, readPlace, sideOf, snap } from "./boundary-drawing";

describe("drawing a boundary", () => {
  it("snaps, and goes by bearing and distance", () => {
    expect(snap([12.4, 7.6], 5)).toEqual([10, 10]);
    expect(snap([12.404, -7.6], 0)).toEqual([12.4, -7.6]);
    expect(byBearing([0, 0], 90, 100)).toEqual([100, 0]);
    // north-west: 100 times the sine of 45 degrees, 70.71 m, west and north
    expect(byBearing([10, 10], 315, 100)).toEqual([-60.71, 80.71]);
    const side = sideOf([10, 10], [-60.71, 80.71]);
    expect([side.bearingDeg, side.lengthM].map((v) => Math.round(v * 10) / 10)).toEqual([315, 100]);
  });

  it("has the area and the longest side of what was drawn, and goes back to its corners", () => {
    // 200 m by 150 m: 3 ha
    const corners: [number, number][] = [
      [0, 0],
      [200, 0],
      [200, 150],
      [0, 150],
    ];
    const made = drawn(corners, [-30, 47]);
    if (!made.ok) throw new Error(made.message);
    expect(made.areaHa).toBeCloseTo(3, 3);
    expect(made.longestM).toBeCloseTo(200, 1);
    const back = cornersOf(made.boundary, [-30, 47]);
    expect(back?.map(([x, y]) => [Math.round(x), Math.round(y)])).toEqual(corners);
    // by the clock or against it
    expect(drawn([...corners].reverse(), [-30, 47]).ok).toBe(true);
  });

  it("says why it is none yet", () => {
    expect(
      drawn(
        [
          [0, 0],
          [10, 0],
        ],
        [0, 0],
      ),
    ).toEqual({ ok: false, message: "2 corners so far, needed are three or more" });
    const bow = drawn(
      [
        [0, 0],
        [100, 100],
        [100, 0],
        [0, 100],
      ],
      [0, 0],
    );
    expect(!bow.ok && bow.message).toContain("sides cross");
  });

  it.each([
    ["47.031, -30.012", [-30.012, 47.031]],
    ["47,031; 8,5", [8.5, 47.031]],
    ["33.5 S 70.2 W", [-70.2, -33.5]],
    ["91, 3", null],
    ["somewhere", null],
  ])("reads %s as a place", (text, place) => {
    expect(readPlace(text)).toEqual(place);
  });
});
