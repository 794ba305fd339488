/** How numbers are written for whoever reads them: units by dimension, never by a unit's text. Worked by hand from the exact definitions. */

import { describe, expect, it } from "vitest";
import { amountInWords, byHandInWords, rateInWords } from "../plan/job-words";
import { inputMeasure } from "./input-measures";
import { dimensionOf, MEASURE_IDS } from "./measure-ids";
import { writeMeasure } from "./measures";
import { INTERNAL_UNIT, UNIT_SETS } from "./units";
import { joined, wordsFor } from "./words";

const choice = { decimal: "point", currency: "cr" } as const;
const metric = wordsFor({ ...choice, unitSet: "metric" });
const us = wordsFor({ ...choice, unitSet: "usCustomary", bushelCrop: "wheat" });
const southAsian = wordsFor({ ...choice, unitSet: "southAsian" });

describe("a figure in the reader's units", () => {
  it("of gypsum is spread and never counted in bushels: 5 t/ha was shown as 74.3 bu/ac", () => {
    // 5 t / 2.47105 ac = 2.0234 t = 2.0234 / 0.90718 = 2.2305 short tons
    expect(us.measure(5, "t gypsum/ha")).toEqual({ number: "2.23", unit: "short ton/ac" });
    // 5 t/ha of wheat: 5000 kg / 27.2155 kg / 2.47105 = 74.35
    expect(us.measure(5, "t/ha")).toEqual({ number: "74.3", unit: "bu/ac" });
  });
  it.each([
    // 120 kg / 0.45359 / 2.47105
    [120, "kg N/ha", { number: "107", unit: "lb N/ac" }],
    // 25 mm / 25.4
    [25, "mm", { number: "0.984", unit: "in" }],
    // of a bulb, not of rain
    [45, "mm across", { number: "45", unit: "mm" }],
    // 217 / 2.47105
    [217, "money/ha", { number: "87.8", unit: "cr/ac" }],
    // 2.4 h / 2.47105
    [2.4, "h/ha", { number: "0.971", unit: "h/ac" }],
    // 2100 m3 / 102.79
    [2100, "m³", { number: "20.4", unit: "ac-in" }],
    // 36 m3/h x 264.172 gal / 60
    [36, "m³/h", { number: "159", unit: "gpm" }],
    // 0.6 L x 33.814 fl oz / 2.47105
    [0.6, "L product/ha", { number: "8.21", unit: "fl oz/ac" }],
    // 260 x 4046.86 = 1,052,183: as many figures as it had
    [260, "/m²", { number: "1\u202f052\u202f000", unit: "/ac" }],
    [190, "money/t", { number: "190", unit: "cr/t" }],
    [6.5, "pH", { number: "6.5", unit: "" }],
  ] as const)("%s %s", (value, unit, shown) => {
    expect(us.measure(value, unit)).toEqual(shown);
  });
  it("of each measure is shown with the unit itself where that is the one in which figures are kept", () => {
    for (const id of MEASURE_IDS) {
      const { unit } = writeMeasure(1, id, { unitSet: "metric", currency: "cr" });
      const dimension = dimensionOf(id);
      if (dimension)
        expect(
          unit
            .replace(/ (N|P₂O₅|K₂O|S|lime|gypsum|straw)(?=\/)/, "")
            .replace(/^(plants|hives)/, "")
            .replace("cr", "¤"),
        ).toBe(INTERNAL_UNIT[dimension].replace("m2", "m²").replace("m3", "m³").replace(/^C$/, "°C"));
      for (const unitSet of UNIT_SETS)
        expect(writeMeasure(1, id, { unitSet, currency: "cr" }).number, `${id} in ${unitSet}`).toMatch(/\d/);
    }
  });
});

describe("a difference", () => {
  it("is of what is shown: 31.0 and 30.2 L/ha are 3.31 and 3.23 gal/ac, 0.08 apart", () => {
    // 31 / 3.785412 / 2.47105 = 3.3141; 30.2: 3.2286
    expect(us.measureChange(31, 30.2, "L/ha", 1)).toEqual({ number: "−0.1", unit: "gal/ac" });
    expect(us.measureChange(31, 30.2, "L/ha")).toEqual({ number: "−0.08", unit: "gal/ac" });
  });
  it("of a temperature is none of its own", () => {
    // 10 C is 50 F, 12 C is 53.6 F
    expect(joined(us.measureChange(10, 12, "C"))).toBe("+3.6 °F");
  });
});

describe("what is said of a job", () => {
  const urea = { name: "Urea", kind: "fertiliser", unit: "kg", perHa: 96, quantity: 403, bagKg: 50 } as const;
  it("counts whole bags as bags and says nothing of less than half a one", () => {
    expect(amountInWords(urea, metric)).toBe("403 kg (8.1 bags of 50 kg)");
    expect(amountInWords({ ...urea, quantity: 50 }, metric)).toBe("50 kg (1 bag of 50 kg)");
    // was "1 bags of 600 kg" at each split of 27 kg
    expect(amountInWords({ ...urea, quantity: 27, bagKg: 600 }, metric)).toBe("27 kg");
  });
  it("has two figures in units that it was turned into", () => {
    // 96 / 0.45359 / 2.47105 = 85.65; 60 kg: 53.5
    expect(rateInWords(urea, us)).toBe("86 lb/ac");
    // 96 / 2.47105 = 38.85
    expect(rateInWords(urea, southAsian)).toBe("39 kg/ac");
    expect(us.spoken.quantity(25, "length")).toBe("9.8 in");
    expect(metric.spoken.quantity(12.5, "length")).toBe("12.5 cm");
  });
  it("is measured out by hand on a few steps and along a row", () => {
    // 96 kg/ha = 9.6 g/m2; / 4.88243 g/m2 = 1.966 lb/1000 ft2; rows of 75 cm: 7.2 g/m = 7.2 x 30.48 / 28.3495 = 7.74 oz/100 ft
    const seed = { ...urea, kind: "seed" } as const;
    expect(byHandInWords(seed, 75, metric)).toBe("9.6 g/m², 7.2 g per m of row");
    expect(byHandInWords(seed, 75, us)).toBe("2 lb/1000 ft², 7.7 oz/100 ft of row");
    // 0.6 L/ha = 6 mL on 100 m2 = 6 / 31.832 fl oz on 1000 ft2
    const spray = { name: "x", kind: "protection", unit: "L", perHa: 0.6, quantity: 1, bagKg: null } as const;
    expect(byHandInWords(spray, null, metric)).toBe("6 mL/100 m²");
    expect(byHandInWords(spray, null, us)).toBe("0.19 fl oz/1000 ft²");
  });
  it("knows a measure for each unit in which inputs are kept", () => {
    for (const unit of ["kg", "t", "L", "units", "m", "m2"] as const)
      expect(inputMeasure(unit).perArea).toContain("ha");
  });
});
