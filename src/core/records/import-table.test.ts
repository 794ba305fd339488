import { describe, expect, it } from "vitest";
import { guessColumns, guessKind, headingOf, type ImportWorld, type Mapping, readRows } from "./import-table";
import { RECORD_KINDS } from "./kinds";

const WORLD: ImportWorld = {
  lists: {
    crops: [{ value: "wheat", label: "Wheat" }],
    grown: [{ value: "wheat", label: "Wheat" }],
    products: [],
    threats: [],
    kinds: [{ value: "winter", label: "Winter wheat", of: "wheat" }],
    zones: [{ value: "any", label: "Any" }],
    schemes: [{ value: "olsenIndex", label: "Olsen P, ammonium-nitrate K and Mg, index" }],
  },
  links: {
    fieldId: [
      { value: "0b0f4b8e-4a52-4c7e-9b1a-2f1f0a6b7c11", label: "Mill Piece, Hollow Farm" },
      { value: "0b0f4b8e-4a52-4c7e-9b1a-2f1f0a6b7c12", label: "Long Ley, Hollow Farm" },
      { value: "0b0f4b8e-4a52-4c7e-9b1a-2f1f0a6b7c13", label: "Long Ley, Marsh Farm" },
    ],
    farmId: [{ value: "0b0f4b8e-4a52-4c7e-9b1a-2f1f0a6b7c14", label: "Hollow Farm" }],
  },
  schemeUnit: (_, nutrient) => (["p", "k", "mg"].includes(nutrient) ? "mg/L" : undefined),
};
const WRITING = { unitSet: "metric", decimal: "point", today: "2026-08-12" } as const;
const HEADER = ["Field", "Sampled", "Depth (in)", "pH", "OM %", "P [ppm]", "K, meq/100 g", "Lab no"];
const tests = RECORD_KINDS["soil-tests"];
const mapping = (over: Partial<Mapping> = {}): Mapping => ({
  columns: guessColumns(tests, HEADER, "metric"),
  fixed: { scheme: "olsenIndex" },
  bulkDensity: 1.25,
  ...over,
});
const read = (rows: string[][], over: Partial<Mapping> = {}) =>
  readRows(tests, HEADER, rows, 2, mapping(over), WORLD, WRITING);

describe("a table of records", () => {
  it("says by its headings what it is, which column is which, and in what unit", () => {
    expect(headingOf("Area (ac)")).toEqual({ words: "area", unit: "ac" });
    expect(headingOf("P [mg/kg]")).toEqual({ words: "p", unit: "mg/kg" });
    expect(guessKind(HEADER, "metric")).toBe("soil-tests");
    expect(guessKind(["Farm", "Field name", "Size", "Soil type"], "metric")).toBe("fields");
    expect(guessKind(["Crop", "Kind", "Variety", "TGW", "Germination", "Price"], "metric")).toBe("seed-lots");
    expect(guessKind(["colour", "mood"], "metric")).toBeNull();
    expect(mapping().columns).toEqual([
      { path: "fieldId" },
      { path: "takenOn" },
      { path: "depthCm", unit: "in" },
      { path: "ph" },
      { path: "organicMatterPct" },
      { path: "levels.p", unit: "ppm" },
      { path: "levels.k", unit: "meq/100 g" },
      null,
    ]);
    // a value comes from one column
    expect(guessColumns(tests, ["pH", "pH"], "metric")).toEqual([{ path: "ph" }, null]);
  });

  it("is read as it was typed, in the units of its columns, and levels in those of the scheme", () => {
    const { records, problems } = read([["mill piece", "3 Mar 2026", "8", "6.4", "2.9", "16", "0.4", "A1"]]);
    expect(problems).toEqual([]);
    // 8 in are 20.32 cm; 16 ppm times 1.25 kg/L are 20 mg/L; 0.4 cmol/kg of K are 156.392 mg/kg, 195.49 mg/L
    expect(records[0]).toMatchObject({
      line: 2,
      values: {
        fieldId: "0b0f4b8e-4a52-4c7e-9b1a-2f1f0a6b7c11",
        takenOn: "2026-03-03",
        depthCm: 20.32,
        ph: 6.4,
        levels: { p: 20, k: 195.49 },
      },
    });
  });

  it("says by line and column what is wrong, what was given and what is allowed", () => {
    const { records, problems } = read([
      ["Long Ley", "3 Mar 2026", "8", "6.4", "2.9", "16", "", ""],
      ["Long Ley, Marsh Farm", "31.2.2026", "8", "64", "", "-1", "", ""],
      ["", "", "", "", "", "", "", ""],
      ["Nowhere", "2026-03-03", "8 stones", "6.4", "2.9", "", "", ""],
    ]);
    expect(records).toEqual([]);
    expect(problems).toEqual([
      {
        line: 2,
        column: "Field",
        message: 'Field: "Long Ley" is 2 of them; say which, as "Long Ley, Hollow Farm" or "Long Ley, Marsh Farm"',
      },
      { line: 3, column: "Sampled", message: expect.stringContaining('"31.2.2026" given, allowed is a date') },
      { line: 3, column: "OM %", message: "Organic matter: nothing given" },
      { line: 3, column: "P [ppm]", message: "P: -1 given, allowed is a number from 0 up" },
      { line: 3, column: "pH", message: "pH in water: 64 given, allowed is up to 11" },
      { line: 5, column: "Field", message: expect.stringContaining('"Nowhere" given, allowed is Mill Piece') },
      { line: 5, column: "Depth (in)", message: expect.stringContaining("8 stones") },
    ]);
  });

  it("says that a density is needed where a unit of a level needs it", () => {
    const { problems } = read([["Mill Piece", "2026-03-03", "8", "6.4", "2.9", "16", "", ""]], {
      bulkDensity: null,
    });
    expect(problems).toEqual([{ line: 2, column: "P [ppm]", message: expect.stringContaining("bulkDensity") }]);
  });
});
