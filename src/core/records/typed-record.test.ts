import { describe, expect, it } from "vitest";
import { RECORD_KINDS } from "./kinds";
import { readTyped, type Typed, type Writing } from "./typed-record";

const WRITING: Writing = {
  unitSet: "metric",
  decimal: "point",
  today: "2026-11-26",
  schemeUnit: (scheme, nutrient) =>
    scheme === "olsenIndex" ? "mg/L" : nutrient === "p" || nutrient === "k" ? "mg/kg" : undefined,
};
const TEST: Typed = {
  fieldId: "0b0f4b8e-4a52-4c7e-9b1a-2f1f0a6b7c11",
  takenOn: "3 Mar 2026",
  depthCm: "20",
  scheme: "mehlich3",
  ph: "6.4",
  organicMatterPct: "2.9",
};
const levels = (typed: Typed, more: Typed = {}, writing = WRITING) => {
  const { values, problems } = readTyped(RECORD_KINDS["soil-tests"], { ...TEST, ...more, levels: typed }, writing);
  return Object.keys(problems).length > 0 ? problems : values.levels;
};

describe("levels of a soil test", () => {
  it("are in the scheme's unit where none is typed", () => {
    expect(levels({ p: "18.5", k: "" })).toEqual({ p: 18.5 });
    expect(levels({ p: "18,5" }, {}, { ...WRITING, decimal: "comma" })).toEqual({ p: 18.5 });
  });

  it("are changed from the unit that is typed", () => {
    // 0.4 cmol/kg x 10 x 39.098 g = 156.392 mg/kg; 3 mg/100 g are 30 mg/kg
    expect(levels({ k: "0.4 meq/100 g", p: "3 mg/100g" })).toEqual({ k: 156.392, p: 30 });
    // 52 kg/ha over 20 cm at 1.3 g/cm3 are 52 x 10 / (1.3 x 20) = 20 mg/kg
    expect(levels({ p: "52 kg/ha" }, { bulkDensity: "1.3" })).toEqual({ p: 20 });
    // 16 ppm at 1.25 kg/L are 20 mg/L
    expect(levels({ p: "16 ppm" }, { scheme: "olsenIndex", bulkDensity: "1.25" })).toEqual({ p: 20 });
  });

  it("say what is missing or cannot be", () => {
    expect(levels({ p: "52 kg/ha" })).toMatchObject({
      "levels.p": expect.stringContaining("needs the soil's bulk density"),
    });
    // where it is not known, and a laboratory calls its mg/L ppm
    expect(levels({ k: "121 ppm" }, { scheme: "olsenIndex" })).toEqual({
      "levels.k":
        "K: 121 ppm given and the scheme has mg/L, which needs the soil's bulk density. Where the laboratory found it in mg/L, and only calls that ppm, type 121 alone.",
    });
    expect(levels({ p: "16 stones" })).toMatchObject({ "levels.p": expect.stringContaining('"16 stones" given') });
    expect(levels({ p: "0.2 cmol/kg" })).toMatchObject({ "levels.p": expect.stringContaining("K, Mg or Ca") });
    expect(levels({ p: "much" })).toMatchObject({ "levels.p": expect.stringContaining("much") });
  });
});

describe("contents of a manure", () => {
  const contents = (typed: Typed) => {
    const { values, problems } = readTyped(
      RECORD_KINDS.fertilisers,
      { name: "Yard heap", contents: typed, pricePerT: "10", bagKg: "1000" },
      WRITING,
    );
    return Object.keys(problems).length > 0 ? problems : values.contents;
  };
  it("are oxides, or the element that is typed with its sign", () => {
    // 0.26 P / 0.4364 = 0.5958 P2O5; 0.5 K / 0.8301 = 0.6023 K2O
    expect(contents({ n: "0.6", p2o5: "0.26 P", k2o: "0.5 % k" })).toEqual({ n: 0.6, p2o5: 0.5958, k2o: 0.6023 });
    expect(contents({ p2o5: "0.3 %" })).toEqual({ p2o5: 0.3 });
    expect(contents({ n: "0.6 P" })).toMatchObject({ "contents.n": expect.stringContaining("0.6 P") });
  });
});
