import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { formatQuantity } from "./format-quantity";
import { type ParseOptions, parseQuantity } from "./parse-quantity";
import { DIMENSIONS, type Dimension, UNIT_SETS } from "./units";

const metric: ParseOptions = { unitSet: "metric" };
const us: ParseOptions = { unitSet: "usCustomary" };
const read = (text: string, dimension: Dimension, options: ParseOptions = metric) =>
  unwrap(parseQuantity(text, dimension, options));

describe("parseQuantity", () => {
  // each expected value by hand from the exact definitions
  it.each([
    ["4 in", "length", metric, 10.16], // 4 x 2.54
    ['4"', "length", metric, 10.16],
    ["1/2 in", "length", metric, 1.27],
    ["1 1/2 in", "length", metric, 3.81],
    ["55 F", "temperature", metric, 12.777_777_8], // (55 - 32) x 5/9
    ["2 qtl/ac", "massPerArea", metric, 494.210_762_9], // 200 kg / 0.40468564224 ha
    ["12 g/m2", "massPerArea", metric, 120],
    ["3,5 t/ha", "yield", metric, 3.5],
    ["40 lb/ac", "massPerArea", metric, 44.834_046_2], // 40 x 0.45359237 / 0.40468564224
    ["1.1 M seeds/ac", "countPerArea", metric, 271.815_919_6], // 1,100,000 / 4046.8564224
    ["1.2 lakh/ac", "countPerArea", metric, 29.652_645_8], // 120,000 / 4046.8564224
    ["280", "countPerArea", metric, 280],
    ["10 gal/ac", "volumePerArea", us, 93.539_562_2], // 10 x 3.785411784 / 0.40468564224
    ["10 gal/ac", "volumePerArea", { unitSet: "imperial" } as ParseOptions, 112.336_330_4], // 10 x 4.54609 / 0.404...
    ["3 weeks", "days", metric, 21],
    ["5 mph", "speed", metric, 8.046_72],
    ["850 uS/cm", "conductivity", metric, 0.85],
    ["8 fl oz", "measuredVolume", us, 236.588_236_5], // 8 x 3785.411784 / 128
    ["1 fl oz/gal", "volumeInWater", us, 7.8125], // 1/128 of a gallon in a gallon: 1000 / 128
    ["1 oz/gal", "massInWater", us, 7.489_151_7], // 28.349523 g / 3.785411784 L
    ["0.2 lb/ac", "activePerArea", us, 224.170_230_9], // 90.718474 g / 0.40468564224 ha
    ["4 mi", "haul", us, 6.437_376], // 4 x 1.609344
    ["2 cwt", "mass", us, 90.718_474], // short hundredweight, 100 lb
    ["2 cwt", "mass", { unitSet: "imperial" } as ParseOptions, 101.604_690_9], // long hundredweight, 112 lb
  ] as [string, Dimension, ParseOptions, number][])("%s as %s", (text, dimension, options, si) => {
    expect(read(text, dimension, options).si).toBeCloseTo(si, 6);
  });

  it("turns bushels into mass by test weight, or by the trade bushel of the crop", () => {
    // 35.23907 L x 0.772 kg/L = 27.2046 kg; x 55 / 0.404686 ha = 3697.4 kg/ha
    expect(read("55 bu/ac", "yield", { unitSet: "usCustomary", testWeightKgPerHl: 77.2 }).si).toBeCloseTo(3.6974, 3);
    // 60 lb = 27.21554 kg; x 55 / 0.404686 = 3698.8 kg/ha
    expect(read("55 bu/ac", "yield", { unitSet: "usCustomary", bushelCrop: "wheat" }).si).toBeCloseTo(3.6988, 3);
    const unknown = parseQuantity("55 bu/ac", "yield", us);
    expect(unknown.ok).toBe(false);
    if (!unknown.ok) expect(unknown.errors[0]?.message).toContain("test weight");
  });

  it.each([
    ["1,300", "point", 1300],
    ["1.300", "point", 1.3],
    ["1,300", "comma", 1.3],
    ["1.300", "comma", 1300],
    ["1,3", "point", 1.3],
    ["0,125", "point", 0.125],
    ["1,234,567", "point", 1_234_567],
    ["1,25,000", "point", 125_000],
    ["1.234,5", "point", 1234.5],
    ["1,234.5", "comma", 1234.5],
    ["12 500", "point", 12_500],
  ] as const)("reads %s where the decimal mark is the %s", (text, decimal, value) => {
    expect(read(text, "count", { unitSet: "metric", decimal }).si).toBeCloseTo(value, 9);
  });

  it.each(["", "abc", "12 parsecs", "1,2,3", "1.2.3,4,5", "--4", "4 kg"])(
    "refuses %j as a length, naming what is allowed",
    (text) => {
      const result = parseQuantity(text, "length", { ...metric, field: "depthCm" });
      expect(result.ok).toBe(false);
      if (!result.ok)
        expect(result.errors[0]).toMatchObject({
          field: "depthCm",
          given: text,
          allowed: expect.stringContaining("cm"),
        });
    },
  );

  it("refuses a dimension, unit set or test weight that it does not know", () => {
    const result = parseQuantity("4", "colour" as Dimension, {
      unitSet: "martian" as "metric",
      testWeightKgPerHl: Number.NaN,
    });
    expect(result.ok ? [] : result.errors.map((e) => e.field)).toEqual(["dimension", "unitSet", "testWeightKgPerHl"]);
  });
});

describe("formatQuantity", () => {
  it("shows the unit set's unit", () => {
    expect(unwrap(formatQuantity(10.16, "length", us)).text).toBe("4 in");
    expect(unwrap(formatQuantity(8.5, "yield", { unitSet: "usCustomary", bushelCrop: "wheat" })).text).toBe(
      "126 bu/ac",
    );
    expect(unwrap(formatQuantity(8.5, "yield", us)).unit).toBe("cwt/ac");
    expect(unwrap(formatQuantity(12_345, "count", metric)).text).toBe("12\u202f345");
    expect(unwrap(formatQuantity(-0.00001, "length", metric)).text).toBe("0 cm");
  });

  it("shows lime and manure in tons, never in the crop's bushels", () => {
    // 5.49 t/ha x 0.40468564 ha/ac = 2.2217 t/ac; / 0.90718474 = 2.449 short tons
    expect(unwrap(formatQuantity(5.49, "dressing", { unitSet: "usCustomary", bushelCrop: "wheat" })).text).toBe(
      "2.45 ton/ac",
    );
  });

  it("is undone by parseQuantity in every unit set, dimension and way of writing", () => {
    const numbers = fc.double({ min: -1e6, max: 1e6, noNaN: true });
    fc.assert(
      fc.property(
        fc.constantFrom(...DIMENSIONS),
        fc.constantFrom(...UNIT_SETS),
        fc.constantFrom("point", "comma") as fc.Arbitrary<"point" | "comma">,
        numbers,
        (dimension, unitSet, decimal, si) => {
          const options = { unitSet, decimal, bushelCrop: "wheat" as const };
          const shown = unwrap(formatQuantity(si, dimension, { ...options, decimals: 8 }));
          const back = unwrap(parseQuantity(shown.text, dimension, options)).si;
          expect(Math.abs(back - si)).toBeLessThanOrEqual(1e-6 * Math.max(1, Math.abs(si)));
        },
      ),
    );
  });
});
