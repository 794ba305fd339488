import { describe, expect, it } from "vitest";
import { decimalMarksOf } from "./decimal-mark";
import { guessColumns, guessKind, headingsOf } from "./import-headings";
import { type ImportWorld, type Mapping, readRows } from "./import-table";
import { perOf } from "./inputs/price-unit";
import { RECORD_KINDS } from "./kinds";
import { valuesSchema } from "./values";

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
    expect(headingsOf("Area (ac)")[0]).toEqual({ words: "area", unit: "ac", apart: true });
    expect(headingsOf("P [mg/kg]")[0]).toEqual({ words: "p", unit: "mg/kg", apart: true });
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
    expect(problems).toEqual([
      { line: 2, column: "P [ppm]", message: expect.stringContaining("needs the soil's bulk density") },
    ]);
  });
});

describe("headings and numbers of a file", () => {
  it("know a unit that stands behind the words without a mark", () => {
    expect(guessColumns(RECORD_KINDS.fields, ["Field", "Area ha", "Slope %", "Depth_cm"], "metric")).toEqual([
      { path: "name" },
      { path: "areaHa", unit: "ha" },
      { path: "slopePct" },
      null,
    ]);
    expect(guessColumns(RECORD_KINDS.fields, ["Field name", "Size acres"], "metric")).toEqual([
      { path: "name" },
      { path: "areaHa", unit: "acres" },
    ]);
    const limes = (heading: string) => guessColumns(RECORD_KINDS.limes, ["Lime", heading], "metric")[1];
    expect(limes("Price per 100 kg")).toEqual({ path: "pricePerT", unit: "per 100 kg" });
    expect(limes("Price/t")).toEqual({ path: "pricePerT", unit: "/t" });
    expect(limes("Price (€/kg)")).toEqual({ path: "pricePerT", unit: "€/kg" });
    // a bag weighs nobody knows what: whoever takes the file in says what the column is
    expect(limes("Price per bag")).toBeNull();
  });

  it("are read for the amount that the price is for", () => {
    // 100 kg are a tenth of a tonne; a US gallon is 3.785411784 L, a pound 0.45359237 kg
    expect(perOf("t", "per 100 kg", "metric")).toBe(10);
    expect(perOf("t", "€/kg", "metric")).toBe(1000);
    expect(perOf("L or kg", "$/gal", "usCustomary")).toBeCloseTo(0.264172, 6);
    expect(perOf("L or kg", "lb", "usCustomary")).toBeCloseTo(2.204623, 6);
    expect(perOf("t", "per bag", "metric")).toBeNull();
    expect(perOf("h", "hour", "metric")).toBe(1);
  });

  it("say by themselves which decimal mark they have", () => {
    expect(decimalMarksOf([["North", "3,5"]], 2)).toEqual({ comma: { mark: "comma", text: "3,5", line: 2 } });
    expect(decimalMarksOf([["1.250,00 t"], ["0,125"]], 2)).toMatchObject({ comma: { line: 2 } });
    expect(decimalMarksOf([["1,250.5"]], 2)).toMatchObject({ point: { text: "1,250.5" } });
    // either way, and no decimals at all: a group, a date, a code
    expect(decimalMarksOf([["1,250", "1.250", "31.12.2026", "1,234,567", "B1.5", "Chalk, 2"]], 2)).toEqual({});
    expect(decimalMarksOf([["3,5"], ["4.25"]], 2)).toMatchObject({ comma: { line: 2 }, point: { line: 3 } });
  });
});

describe("a row that names what stands", () => {
  const FARM = "0b0f4b8e-4a52-4c7e-9b1a-2f1f0a6b7c14";
  const OTHER = "0b0f4b8e-4a52-4c7e-9b1a-2f1f0a6b7c15";
  const field = (id: string, name: string, farmId = FARM) => ({
    id,
    values: valuesSchema(RECORD_KINDS.fields).parse({
      farmId,
      name,
      areaHa: 6.4012,
      textureClass: "loam",
      note: "wet",
    }),
  });
  const standing = [field("f1", "Long Ley"), field("f2", "Mill Piece"), field("f3", "Long Ley", OTHER)];
  const world: ImportWorld = {
    ...WORLD,
    links: { farmId: [...(WORLD.links.farmId ?? []), { value: OTHER, label: "Marsh Farm" }] },
    standing,
  };
  const shape = JSON.stringify({
    type: "Polygon",
    coordinates: [
      [
        [-30, 47],
        [-29.998, 47],
        [-29.998, 47.001],
        [-30, 47.001],
        [-30, 47],
      ],
    ],
  });
  const boundaries = (header: string[], rows: string[][], fixed: Record<string, string> = {}) =>
    readRows(
      RECORD_KINDS.fields,
      header,
      rows,
      1,
      { columns: guessColumns(RECORD_KINDS.fields, header, "metric"), fixed, bulkDensity: null },
      world,
      WRITING,
    );

  it("changes what the file has a column for and nothing else", () => {
    const { records, problems, lacking } = boundaries(["name", "geometry"], [["mill  piece", shape]]);
    expect(problems).toEqual([]);
    expect(lacking).toEqual([]);
    // the name as it is spelled, an area that the form would round
    expect(records).toEqual([
      {
        line: 1,
        stands: "f2",
        values: { ...standing[1]?.values, boundary: expect.objectContaining({ type: "Polygon" }) },
      },
    ]);
  });

  it("says where a name is of several, and what a new one needs", () => {
    const { records, problems, lacking } = boundaries(
      ["name", "geometry"],
      [
        ["Long Ley", shape],
        ["New Ley", shape],
      ],
    );
    expect(records).toEqual([]);
    expect(problems).toEqual([
      { line: 1, column: "name", message: '"Long Ley" is the name of 2 fields: a column with the farm says which' },
      {
        line: 2,
        column: "name",
        message: 'Name: there is no field "New Ley" yet; to add it, farm, area, texture are needed',
      },
    ]);
    expect(lacking).toEqual(["farmId", "areaHa", "textureClass"]);
    expect(boundaries(["name", "farm", "geometry"], [["Long Ley", "Marsh Farm", shape]]).records).toMatchObject([
      { stands: "f3" },
    ]);
  });

  it("keeps its own where a value is said for all that is new", () => {
    const { records } = boundaries(
      ["name", "geometry"],
      [
        ["Mill Piece", shape],
        ["New Ley", shape],
      ],
      { farmId: "Hollow Farm", areaHa: "2", textureClass: "clay" },
    );
    expect(records).toMatchObject([
      { stands: "f2", values: { areaHa: 6.4012, textureClass: "loam" } },
      { values: { name: "New Ley", farmId: FARM, areaHa: 2, textureClass: "clay" } },
    ]);
    expect(records[1]?.stands).toBeUndefined();
  });

  it("may be a price list: prices alone, by the amount that they are for; contents stay", () => {
    const kind = RECORD_KINDS.fertilisers;
    const header = ["Product", "Price per 100 kg"];
    const values = valuesSchema(kind).parse({ name: "Nitrate 27", contents: { n: 27, s: 4 }, pricePerT: 38_000 });
    const named = (k: typeof kind) => (k.id === "fertilisers" ? 1 : 0);
    expect(guessKind(header, "metric", named)).toBe("fertilisers");
    const { records, problems } = readRows(
      kind,
      header,
      [["Nitrate 27", "41.50"]],
      2,
      { columns: guessColumns(kind, header, "metric"), fixed: {}, bulkDensity: null },
      { ...WORLD, standing: [{ id: "nitrate-27", values }] },
      WRITING,
    );
    expect(problems).toEqual([]);
    // 41.50 for 100 kg are 415.00 for a tonne, in hundredths
    expect(records).toEqual([{ line: 2, stands: "nitrate-27", values: { ...values, pricePerT: 41_500 } }]);
  });

  it("of a crop's price without a product is of the crop's main one", () => {
    const kind = RECORD_KINDS["crop-offers"];
    const header = ["Crop", "Buyer", "Year", "Date", "Price"];
    const lists = {
      ...WORLD.lists,
      products: [
        { value: "grain", label: "Grain", of: "wheat" },
        { value: "straw", label: "Straw", of: "wheat" },
      ],
    };
    const { records, problems } = readRows(
      kind,
      header,
      [["Wheat", "Marsh Mill", "2027", "2026-08-01", "210"]],
      2,
      { columns: guessColumns(kind, header, "metric"), fixed: {}, bulkDensity: null },
      { ...WORLD, lists },
      WRITING,
    );
    expect(problems).toEqual([]);
    expect(records[0]?.values).toMatchObject({ guideId: "wheat", productId: "grain", pricePerT: 21_000 });
  });
});

describe("headings that files had before", () => {
  // as they were written out until November 2026; never to be changed
  it.each([
    ["grown-crops", ["Field", "Season", "Crop", "Off the field"]],
    ["loads", ["Season", "Off the field", "Crop"]],
    ["fields", ["Farm", "Name", "Area, ha", "Water from", "Lift of the water, m", "Compacted down to, cm"]],
    [
      "protection-products",
      ["Name", "Kind", "Group of action", "Of one group in a row", "From open water, m", "To wear"],
    ],
  ])("are still read: %s", (id, header) => {
    const kind = Object.values(RECORD_KINDS).find((k) => k.id === id)!;
    expect(guessColumns(kind, header, "metric").map((use, i) => [header[i], use !== null])).toEqual(
      header.map((h) => [h, true]),
    );
  });
});
