import { describe, expect, it } from "vitest";
import { changeLevel, levelUnit } from "./level-units";

const of = (change: Parameters<typeof changeLevel>[0]) => {
  const read = changeLevel(change);
  if (!read.ok) throw new Error(read.errors.map((e) => e.message).join("; "));
  return read.value;
};

describe("a level of the soil in another unit", () => {
  it("by hand", () => {
    // a cmol of K+ is 0.39098 g, 390.98 mg: 0.4 of it 156.4 mg/kg
    expect(of({ value: 0.4, nutrient: "k", from: "cmol/kg", to: "mg/kg" })).toBeCloseTo(156.39, 2);
    // half a mole of Mg: 12.1525 g, so 1 cmol of charge is 121.5 mg; 243.05 mg/kg are 2
    expect(of({ value: 243.05, nutrient: "mg", from: "mg/kg", to: "cmol/kg" })).toBeCloseTo(2, 6);
    expect(of({ value: 5, nutrient: "ca", from: "cmol/kg", to: "mg/kg" })).toBeCloseTo(1001.95, 2);
    // 20 cm of a hectare hold 2000 m3, 2600 t at 1.3 t/m3; 20 g in each are 52 kg
    expect(of({ value: 20, nutrient: "p", from: "mg/kg", to: "kg/ha", depthCm: 20, bulkDensity: 1.3 })).toBeCloseTo(
      52,
      9,
    );
    expect(of({ value: 52, nutrient: "p", from: "kg/ha", to: "mg/L", depthCm: 20, bulkDensity: 1.3 })).toBeCloseTo(
      26,
      9,
    );
    expect(of({ value: 26, nutrient: "p", from: "mg/L", to: "mg/kg", bulkDensity: 1.3 })).toBeCloseTo(20, 9);
    expect(of({ value: 0.02, nutrient: "s", from: "%", to: "mg/kg" })).toBeCloseTo(200, 9);
  });

  it("names the words that laboratories use", () => {
    expect(levelUnit("PPM")).toEqual({ unit: "mg/kg", times: 1 });
    expect(levelUnit("meq / 100 g")).toEqual({ unit: "cmol/kg", times: 1 });
    expect(levelUnit("mg/100 g")).toEqual({ unit: "mg/kg", times: 10 });
    expect(levelUnit("mg/dm3")).toEqual({ unit: "mg/L", times: 1 });
    expect(levelUnit("stones")).toBeNull();
  });

  it("says what is missing for it", () => {
    const why = (change: Parameters<typeof changeLevel>[0]) => {
      const read = changeLevel(change);
      return read.ok ? [] : read.errors.map((e) => e.field);
    };
    expect(why({ value: 20, nutrient: "p", from: "mg/kg", to: "kg/ha" })).toEqual(["bulkDensity", "depthCm"]);
    expect(why({ value: 20, nutrient: "p", from: "mg/L", to: "mg/kg" })).toEqual(["bulkDensity"]);
    expect(why({ value: 20, nutrient: "p", from: "cmol/kg", to: "mg/kg" })).toEqual(["unit"]);
    expect(why({ value: -1, nutrient: "p", from: "mg/kg", to: "%" })).toEqual(["value"]);
  });
});
