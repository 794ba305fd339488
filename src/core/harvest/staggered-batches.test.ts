import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addDays, daysBetween, type IsoDate } from "../dates";
import { unwrap } from "../result";
import { staggeredBatches } from "./staggered-batches";

const WISH = { kgPerWeek: 350, from: "2027-06-01", to: "2027-09-28" } as const;
const inDays = (days: number) => (planting: IsoDate) => addDays(planting, days);

describe("plantings in turn", () => {
  it("are as large as a wish asks, and follow each other", () => {
    // 350 x 10 / 7 = 500 kg a picking; 24,000 / 6 = 4,000 kg/ha: 0.125 ha, for 60 days each; 120 days are wished
    const { batches, gaps } = unwrap(
      staggeredBatches({
        wish: WISH,
        yieldTPerHa: 24,
        pickings: 6,
        everyDays: 10,
        earliest: "2027-03-01",
        latest: "2027-08-31",
        firstPicking: inDays(50),
      }),
    );
    expect(gaps).toEqual([]);
    expect(batches).toEqual([
      // 50 days before 1 June and 31 July
      { planting: "2027-04-12", from: "2027-06-01", to: "2027-07-30", pickings: 6, areaHa: 0.125, kgAPicking: 500 },
      { planting: "2027-06-11", from: "2027-07-31", to: "2027-09-28", pickings: 6, areaHa: 0.125, kgAPicking: 500 },
    ]);
  });

  it("come weekly where a crop is cut once and stands for a week", () => {
    // 20 t/ha cut at once: 350 / 20,000 ha for 7 days, three weeks
    const { batches } = unwrap(
      staggeredBatches({
        wish: { ...WISH, to: "2027-06-21" },
        yieldTPerHa: 20,
        pickings: 1,
        everyDays: 7,
        earliest: "2027-03-01",
        latest: "2027-08-31",
        firstPicking: inDays(60),
      }),
    );
    expect(batches.map((b) => [b.planting, b.pickings, b.areaHa])).toEqual([
      ["2027-04-02", 1, 0.0175],
      ["2027-04-09", 1, 0.0175],
      ["2027-04-16", 1, 0.0175],
    ]);
  });

  it("leave gaps where the window opens too late or closes too early", () => {
    const made = unwrap(
      staggeredBatches({
        wish: WISH,
        yieldTPerHa: 24,
        pickings: 3,
        everyDays: 10,
        // first picked from 20 June on, the last one from 10 July for 30 days
        earliest: "2027-05-01",
        latest: "2027-05-21",
        firstPicking: inDays(50),
      }),
    );
    expect(made.batches.map((b) => [b.from, b.to])).toEqual([
      ["2027-06-20", "2027-07-19"],
      ["2027-07-20", "2027-08-08"],
    ]);
    expect(made.gaps).toEqual([
      { from: "2027-06-01", to: "2027-06-19" },
      { from: "2027-08-09", to: "2027-09-28" },
    ]);
  });

  it("name what is wrong with its place", () => {
    const bad = staggeredBatches({
      wish: { kgPerWeek: 0, from: "2027-06-02", to: "2027-06-01" },
      yieldTPerHa: 0,
      pickings: 1.5,
      everyDays: 0,
      earliest: "2027-05-02",
      latest: "2027-05-01",
      firstPicking: inDays(1),
    });
    expect(bad.ok ? [] : bad.errors.map((e) => e.field)).toEqual([
      "wish.kgPerWeek",
      "yieldTPerHa",
      "pickings",
      "everyDays",
      "wish.to",
      "latest",
    ]);
  });

  it("and gaps cover each wished day once, whatever the wish", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 300 }),
        fc.integer({ min: 0, max: 200 }),
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 3, max: 21 }),
        fc.integer({ min: 0, max: 120 }),
        fc.integer({ min: 20, max: 120 }),
        (start, length, pickings, everyDays, open, days) => {
          const from = addDays("2027-01-01", start);
          const to = addDays(from, length);
          const { batches, gaps } = unwrap(
            staggeredBatches({
              wish: { kgPerWeek: 100, from, to },
              yieldTPerHa: 20,
              pickings,
              everyDays,
              earliest: "2027-03-01",
              latest: addDays("2027-03-01", open),
              firstPicking: inDays(days),
            }),
          );
          const parts = [...batches, ...gaps].sort((a, b) => a.from.localeCompare(b.from));
          let next: IsoDate = from;
          for (const part of parts) {
            expect(part.from).toBe(next);
            next = addDays(part.to, 1);
          }
          // sixty plantings are the most
          if (batches.length < 60) expect(daysBetween(to, next)).toBe(1);
        },
      ),
    );
  });
});
