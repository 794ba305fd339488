import SunCalc from "suncalc";
import { describe, expect, it } from "vitest";
import { dayOfYear } from "../dates";
import { completeNormals, withReferenceEt } from "./climate";
import { dewPointC, hargreavesEt, psychrometricConstant, referenceEt, saturationKpa } from "./reference-et";
import { dayLengthH, daylightH, extraterrestrialRadiation } from "./sun";

const UCCLE = {
  latitudeDeg: 50.8,
  altitudeM: 100,
  dayOfYear: 187,
  tmaxC: 21.5,
  tminC: 12.3,
  rhMaxPct: 84,
  rhMinPct: 63,
  windAt2mMs: 2.078,
  sunshineH: 9.25,
};

describe("the sun", () => {
  it("gives the published radiation above the air", () => {
    // FAO-56 example 8: 20 S, 3 September: 32.2; example 10: Rio, 22.9 S, 15 May: 25.1
    expect(extraterrestrialRadiation(-20, 246)).toBeCloseTo(32.2, 1);
    expect(extraterrestrialRadiation(-22.9, 135)).toBeCloseTo(25.1, 1);
  });
  it("gives the published geometric day length", () => {
    // FAO-56 example 9: 20 S, 3 September: 11.7 h
    expect(daylightH(-20, 246)).toBeCloseTo(11.7, 1);
  });
  it.each([
    ["2027-03-20", 47],
    ["2027-06-21", 47],
    ["2027-12-21", 47],
    ["2027-05-05", 60],
    ["2027-08-15", 14],
    ["2027-10-01", -35],
    ["2027-01-10", -52],
  ])("agrees with an astronomy package on %s at %d degrees within 5 minutes", (date, latitude) => {
    const times = SunCalc.getTimes(new Date(`${date}T12:00:00Z`), latitude, 0);
    const hours = (times.sunset.getTime() - times.sunrise.getTime()) / 3_600_000;
    expect(Math.abs(dayLengthH(latitude, dayOfYear(date)) - hours)).toBeLessThan(5 / 60);
  });
  it("knows polar day and night", () => {
    expect(dayLengthH(75, 172)).toBe(24);
    expect(dayLengthH(75, 355)).toBe(0);
    expect(extraterrestrialRadiation(75, 355)).toBeCloseTo(0, 6);
  });
});

describe("referenceEt", () => {
  it("gives the published example for Uccle: 3.88 mm/day", () => {
    const result = referenceEt(UCCLE);
    if (!result.ok) throw new Error("unexpected");
    expect(result.value.etoMmPerDay).toBeCloseTo(3.88, 2);
    // FAO-56 example 18: Ra 41.09, Rn 13.28
    expect(result.value.raMjPerM2).toBeCloseTo(41.09, 1);
    expect(result.value.rnMjPerM2).toBeCloseTo(13.28, 1);
    expect(result.figures?.etoMmPerDay?.inputs).toHaveLength(7);
  });
  it("gives the published monthly example for Bangkok: 5.72 mm/day", () => {
    // FAO-56 example 17: 13 deg 44 min N, 2 m, April (day 105), 34.8 and 25.6 C, ea 2.85 kPa, 2 m/s, 8.5 h, G 0.14
    const result = referenceEt({
      latitudeDeg: 13.73,
      altitudeM: 2,
      dayOfYear: 105,
      tmaxC: 34.8,
      tminC: 25.6,
      actualVapourPressureKpa: 2.85,
      windAt2mMs: 2,
      sunshineH: 8.5,
      soilHeatMj: 0.14,
    });
    expect(result.ok && result.value.etoMmPerDay).toBeCloseTo(5.72, 1);
  });
  it("takes measured radiation before sunshine", () => {
    const dull = referenceEt({ ...UCCLE, solarMjPerM2: 6 });
    const bright = referenceEt(UCCLE);
    expect(dull.ok && bright.ok && dull.value.etoMmPerDay < bright.value.etoMmPerDay).toBe(true);
  });
  it.each([
    [{ tminC: 25 }, "tminC"],
    [{ rhMinPct: 90 }, "rhMinPct"],
    [{ rhMaxPct: 101 }, "rhMaxPct"],
    [{ sunshineH: 20 }, "sunshineH"],
    [{ sunshineH: undefined }, "sunshineH"],
    [{ rhMaxPct: undefined, rhMinPct: undefined }, "actualVapourPressureKpa"],
    [{ actualVapourPressureKpa: 5 }, "actualVapourPressureKpa"],
    [{ windAt2mMs: -1 }, "windAt2mMs"],
    [{ dayOfYear: 0 }, "dayOfYear"],
    [{ dayOfYear: 12.5 }, "dayOfYear"],
    [{ latitudeDeg: Number.NaN }, "latitudeDeg"],
    [{ altitudeM: Number.POSITIVE_INFINITY }, "altitudeM"],
  ])("refuses %o by the name of the field", (change, field) => {
    const result = referenceEt({ ...UCCLE, ...change });
    expect(!result.ok && result.errors.map((e) => e.field)).toEqual([field]);
  });
  it("names every missing argument", () => {
    const result = referenceEt({} as never);
    expect(!result.ok && result.errors.map((e) => e.field)).toEqual([
      "latitudeDeg",
      "altitudeM",
      "dayOfYear",
      "tmaxC",
      "tminC",
      "windAt2mMs",
    ]);
  });
});

describe("hargreavesEt", () => {
  it("gives the published example for Lyon: 5.0 mm/day", () => {
    const result = hargreavesEt({ latitudeDeg: 45.72, dayOfYear: 196, tmaxC: 26.6, tminC: 14.8 });
    expect(result.ok && result.value.etoMmPerDay).toBeCloseTo(5.0, 1);
  });
  it("refuses a minimum over the maximum", () => {
    const result = hargreavesEt({ latitudeDeg: 45, dayOfYear: 196, tmaxC: 10, tminC: 14 });
    expect(!result.ok && result.errors[0]?.message).toBe("tminC: 14 given, allowed is a number up to tmaxC (10)");
  });
});

describe("vapour", () => {
  it("turns round exactly, and matches the table at 20 C", () => {
    // FAO-56 annex 2, table 2.3: 2.338 kPa at 20 C; table 2.2: gamma 0.067 at 0 m, 0.054 at 1800 m
    expect(saturationKpa(20)).toBeCloseTo(2.338, 3);
    expect(dewPointC(saturationKpa(13.4))).toBeCloseTo(13.4, 9);
    expect(psychrometricConstant(0)).toBeCloseTo(0.067, 3);
    expect(psychrometricConstant(1800)).toBeCloseTo(0.054, 3);
  });
});

describe("reference evapotranspiration that a station does not publish", () => {
  const month = { meanC: 20, rainMm: 50, etoMm: null, tminC: null, tmaxC: null };
  it("follows from its temperature and latitude, with the range that is assumed elsewhere", () => {
    const months = withReferenceEt(Array(12).fill(month), 47);
    // July at 47 degrees north: Ra 40.4 MJ/m2 (FAO-56, table 2.6: 40.6 at 46, 40.2 at 48), so
    // 0.0023 x 37.8 x sqrt(10) x 0.408 x 40.4 = 4.53 mm a day, 140.5 mm in 31 days
    expect(months[6]?.etoMm).toBeGreaterThan(138);
    expect(months[6]?.etoMm).toBeLessThan(143);
    expect(months[6]?.etoEstimated).toBe(true);
    // and is said to be assumed
    expect(completeNormals({ station: "x", latitudeDeg: 47, months }).assumed).toContain(
      "reference evapotranspiration",
    );
  });
  it("stays what was published where it was", () => {
    const [january] = withReferenceEt(Array(12).fill({ ...month, etoMm: 14 }), 47);
    expect(january).toMatchObject({ etoMm: 14 });
    expect(january?.etoEstimated).toBeUndefined();
  });
});
