import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { giverOf } from "./giver";
import { daysAtIntervals, daysAtSums, dryTurn, openingsOf } from "./openings";

describe("openings", () => {
  it("of five days, two closed", () => {
    const { run, next } = openingsOf(5, (d) => d === 1 || d === 2);
    expect([...run]).toEqual([1, 0, 0, 2, 1]);
    expect([...next]).toEqual([3, 2, 1, 1, 400]);
  });
  it("of a canal's turns, before its first day too", () => {
    // 4 on, 10 off, from day 0: a round of 14 days
    expect([0, 3, 4, 13, 14, 17, 18].filter((d) => !dryTurn(d, 0, 4, 10))).toEqual([0, 3, 14, 17]);
    expect([-14, -11, -10, -1].filter((d) => !dryTurn(d, 0, 4, 10))).toEqual([-14, -11]);
  });
  it("never let an irrigation begin on a closed day, and keep what a turn can bring", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 1, max: 20 }),
        (on, off, perDay) => {
          const open = openingsOf(120, (d) => dryTurn(d, 0, on, off));
          const irrigations: [number, number][] = [];
          const give = giverOf(
            { kind: "depletion", atRawPct: 100, refill: "capacity" },
            { open: { ...open, mostMmPerDay: perDay, usedMm: () => 5 } },
            (_, day, net) => irrigations.push([day, net]),
          );
          let depletion = 0;
          for (let d = 0; d < 120; d++) depletion += 5 - give(d, depletion, 40, 0);
          for (const [day, net] of irrigations) {
            expect(day % (on + off)).toBeLessThan(on);
            expect(net).toBeLessThanOrEqual(perDay * on + 1e-9);
          }
        },
      ),
    );
  });
  it("give before the turn ends what would be lacking before the next one", () => {
    // 5 mm a day out of 40 readily available; open on days 0, 10, 20 only: on day 10 50 mm are missing, on day 0 none
    const open = openingsOf(30, (d) => d % 10 !== 0);
    const irrigations: [number, number][] = [];
    const give = giverOf(
      { kind: "depletion", atRawPct: 100, refill: "capacity" },
      { open: { ...open, mostMmPerDay: 100, usedMm: () => 3 } },
      (_, day, net) => irrigations.push([day, net]),
    );
    let depletion = 0;
    for (let d = 0; d < 30; d++) depletion += 3 - give(d, depletion, 40, 0);
    // on day 10 30 mm are missing, 3 x 9 = 27 more until day 20: 57 is over 40, so the 30 are given there
    expect(irrigations).toEqual([
      [10, 30],
      [20, 30],
    ]);
  });
  it("hold an irrigation of a fixed interval until water may begin", () => {
    const open = openingsOf(40, (d) => d >= 8 && d <= 12);
    const irrigations: number[] = [];
    const give = giverOf(
      { kind: "interval", everyDays: 10, netMm: 20 },
      { open: { ...open, mostMmPerDay: 100, usedMm: () => 0 } },
      (_, day) => irrigations.push(day),
    );
    for (let d = 0; d < 40; d++) give(d, 10, 40, 0);
    expect(irrigations).toEqual([13, 20, 30]);
  });
  it("do not give after the last day of water what waited for the source", () => {
    const open = openingsOf(40, (d) => d >= 18 && d <= 25);
    const irrigations: number[] = [];
    const give = giverOf(
      { kind: "interval", everyDays: 10, netMm: 20 },
      { stopAfterDay: 22, open: { ...open, mostMmPerDay: 100, usedMm: () => 0 } },
      (_, day) => irrigations.push(day),
    );
    for (let d = 0; d < 40; d++) give(d, 10, 40, 0);
    // the irrigation of day 20 would begin on day 26
    expect(irrigations).toEqual([10]);
  });
  it("days at intervals that change, and at sums of heat", () => {
    expect(daysAtIntervals(0, 30, (d) => (d < 15 ? 10 : 5))).toEqual([10, 20, 25, 30]);
    // 12 a day: 96 after day 7, 108 after day 8 (the ninth day); 8 over, 104 after eight more
    expect(daysAtSums(0, 26, 100, () => 12)).toEqual([8, 16, 24]);
  });
});
