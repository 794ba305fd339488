import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { shareLots } from "./share-lots";

describe("lots over a field", () => {
  it("go as far as they are, the last one over the rest", () => {
    // 2,100 / 175 = 12 ha; 14.2 - 12 = 2.2 ha x 190 = 418 kg
    const { parts, shortHa } = unwrap(
      shareLots({
        areaHa: 14.2,
        lots: [
          { id: "a", kgPerHa: 175, inHandKg: 2100 },
          { id: "b", kgPerHa: 190, inHandKg: null },
        ],
      }),
    );
    expect(parts[0]).toEqual({ id: "a", areaHa: 12, kg: 2100, leftKg: 0 });
    expect(parts[1]).toEqual({
      id: "b",
      areaHa: expect.closeTo(2.2, 9),
      kg: expect.closeTo(418, 9),
      leftKg: null,
    });
    expect(shortHa).toBe(0);
  });

  it("leave empty what none reaches, and over what is too much", () => {
    // 1,000 / 200 = 5 ha, 600 / 150 = 4 ha: 1 of 10 ha stays empty
    const lots = [
      { id: "a", kgPerHa: 200, inHandKg: 1000 },
      { id: "b", kgPerHa: 150, inHandKg: 600 },
    ];
    expect(unwrap(shareLots({ areaHa: 10, lots })).shortHa).toBeCloseTo(1, 9);
    const small = unwrap(shareLots({ areaHa: 6, lots }));
    expect(small.shortHa).toBe(0);
    // 1 ha of the second: 150 of 600 kg
    expect(small.parts[1]).toEqual({ id: "b", areaHa: 1, kg: 150, leftKg: 450 });
  });

  it("names what is wrong with its place", () => {
    const bad = shareLots({
      areaHa: 0,
      lots: [
        { id: "a", kgPerHa: 0, inHandKg: -1 },
        { id: "a", kgPerHa: 10, inHandKg: null },
      ],
    });
    expect(bad.ok).toBe(false);
    expect(bad.ok ? [] : bad.errors.map((e) => e.field)).toEqual([
      "areaHa",
      "lots[0].kgPerHa",
      "lots[0].inHandKg",
      "lots[1].id",
    ]);
    expect(shareLots({ areaHa: 1, lots: [] }).ok).toBe(false);
  });
});
