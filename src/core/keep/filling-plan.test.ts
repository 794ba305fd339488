import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fillingPlan } from "./filling-plan";

const never = () => null;
const crop = (id: string, massT: number, over: Partial<Parameters<typeof fillingPlan>[1][number]> = {}) => ({
  id,
  farm: "F",
  crop: "wheat",
  harvestOn: "2027-08-01",
  massT,
  bulkKgPerM3: 750,
  ...over,
});
const store = (id: string, freeM3: number, holds: string[] = [], farm = "F") => ({ id, farm, freeM3, holds });

describe("where the harvest goes", () => {
  it("fills the empty bin first and goes on where the same crop stands", () => {
    // 90 t / 0.75 = 120 m3; 100 m3 x 0.75 = 75 t
    const [wheat] = fillingPlan([store("old", 500, ["wheat"]), store("bin", 100)], [crop("a", 90)], never);
    expect(wheat!.parts).toEqual([
      { storeId: "bin", massT: 75, roomM3: 100 },
      { storeId: "old", massT: 15, roomM3: 20 },
    ]);
    expect(wheat!.leftT).toBe(0);
  });
  it("takes the smallest that holds it all, by the day of harvest", () => {
    const placed = fillingPlan(
      [store("large", 400), store("small", 150)],
      [crop("late", 225, { harvestOn: "2027-08-20" }), crop("early", 90)],
      never,
    );
    expect(placed.map((p) => [p.id, p.parts.map((x) => x.storeId)])).toEqual([
      ["early", ["small"]],
      ["late", ["large"]],
    ]);
  });
  it("has the room of what is sold for delivery before it is cut, and none that leaves later", () => {
    // 100 m3 are full of barley; 60 m3 of it leave by 1 July, the rest in September
    const bin = {
      ...store("bin", 0, ["barley"]),
      leaves: [
        { on: "2027-07-01", roomM3: 60, last: null },
        { on: "2027-09-01", roomM3: 40, last: "barley" },
      ],
    };
    const apart = (a: string, b: string) => (a === "seed" && b === "barley" ? "kept pure" : null);
    const [wheat, seed] = fillingPlan(
      [bin],
      [crop("w", 90), crop("s", 15, { crop: "seed", harvestOn: "2027-09-05" })],
      apart,
    );
    // 60 m3 x 0.75 = 45 t of the 90
    expect(wheat).toMatchObject({ parts: [{ storeId: "bin", massT: 45 }], leftT: 45 });
    // the barley has gone by then: 40 m3 are free, beside the wheat
    expect(seed).toMatchObject({ parts: [{ storeId: "bin", massT: 15 }], leftT: 0, barred: [] });
  });
  it("never stands beside what it must not share, and says so", () => {
    const apart = (a: string, b: string) => (a === "potato" && b === "onion" ? "onions make potatoes sprout" : null);
    const [onion] = fillingPlan([store("house", 100, ["potato"])], [crop("o", 10, { crop: "onion" })], apart);
    expect(onion).toEqual({
      id: "o",
      parts: [],
      leftT: 10,
      barred: [{ storeId: "house", why: "onions make potatoes sprout" }],
    });
  });
  it("lies in no store that is not made for it, and says so", () => {
    const unfit = (of: string, id: string) => (of === "wheat" && id === "house" ? "wheat runs out of crates" : null);
    const [wheat, potato] = fillingPlan(
      [store("bin", 40), store("house", 500)],
      [crop("w", 60), crop("p", 50, { crop: "potato", bulkKgPerM3: 650, harvestOn: "2027-09-10" })],
      never,
      unfit,
    );
    // 40 m3 x 0.75 = 30 t; the house stays for the potatoes
    expect(wheat).toEqual({
      id: "w",
      parts: [{ storeId: "bin", massT: 30, roomM3: 40 }],
      leftT: 30,
      barred: [{ storeId: "house", why: "wheat runs out of crates" }],
    });
    expect(potato).toMatchObject({ parts: [{ storeId: "house", massT: 50 }], leftT: 0 });
  });
  it("leaves what finds no room, and uses no other farm's", () => {
    const [wheat] = fillingPlan([store("bin", 40), store("theirs", 900, [], "G")], [crop("a", 60)], never);
    // 40 m3 x 0.75 = 30 t
    expect(wheat!.parts).toEqual([{ storeId: "bin", massT: 30, roomM3: 40 }]);
    expect(wheat!.leftT).toBe(30);
  });
  it("puts away no more than there is, and in no store more than its room", () => {
    const crops = fc.constantFrom("wheat", "barley", "potato", "onion");
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 500 }), crops), { maxLength: 5 }),
        fc.array(fc.tuple(fc.integer({ min: 1, max: 400 }), crops), { maxLength: 6 }),
        (rooms, harvests) => {
          const stores = rooms.map(([m3, holds], i) => store(`s${i}`, m3, i % 2 ? [holds] : []));
          const coming = harvests.map(([t, kind], i) => crop(`c${i}`, t, { crop: kind, bulkKgPerM3: 600 + 10 * i }));
          const placed = fillingPlan(stores, coming, (a, b) => (a === "potato" && b === "onion" ? "no" : null));
          for (const c of coming) {
            const own = placed.find((p) => p.id === c.id)!;
            expect(own.parts.reduce((s, p) => s + p.massT, 0) + own.leftT).toBeCloseTo(c.massT, 6);
          }
          for (const s of stores)
            expect(
              placed.flatMap((p) => p.parts).reduce((m3, p) => m3 + (p.storeId === s.id ? p.roomM3 : 0), 0),
            ).toBeLessThanOrEqual(s.freeM3 + 1e-6);
        },
      ),
    );
  });
});
