import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { gypsumRequirement } from "./gypsum";
import { interpretSoilTest } from "./interpret-soil-test";
import { limeByBuffer, limeRequirement } from "./lime";
import { salinityYield } from "./salinity";
import { SOIL_TEST_SCHEMES } from "./soil-test-schemes";
import { draftTexture, limingGroup, TEXTURE_CLASSES } from "./texture";

const sandyLoam = {
  ph: 5.6,
  targetPh: 6.5,
  textureClass: "sandyLoam",
  organicMatterPct: 3,
  depthCm: 15,
  neutralisingValuePct: 90,
  finenessPct: 85,
} as const;

describe("limeRequirement", () => {
  it("lifts a sandy loam from 5.6 to 6.5 with 6.18 t/ha", () => {
    // 0.9 x 7 = 6.3; x 15/20 = 4.725; / 0.90 = 5.25; / 0.85 = 6.176
    const value = unwrap(limeRequirement(sandyLoam));
    expect(value.productTPerHa).toBeCloseTo(6.1765, 4);
    expect(value.dressings).toEqual([{ tPerHa: value.productTPerHa, season: 0 }]);
    expect(value.earliestSowingAfterDays).toBe(21);
  });

  it("splits what is over 7.5 t/ha over seasons", () => {
    // peat: 1.0 x 16 x 20/20 / 1 / 1 = 16 t/ha = 7.5 + 7.5 + 1
    const value = unwrap(
      limeRequirement({
        ...sandyLoam,
        ph: 4.5,
        targetPh: 5.5,
        organicMatterPct: 40,
        depthCm: 20,
        neutralisingValuePct: 100,
        finenessPct: 100,
      }),
    );
    expect(value.dressings).toEqual([
      { tPerHa: 7.5, season: 0 },
      { tPerHa: 7.5, season: 1 },
      { tPerHa: 1, season: 2 },
    ]);
  });

  it("asks for none at or above the target, and for no wait then", () => {
    expect(unwrap(limeRequirement({ ...sandyLoam, ph: 6.5 }))).toEqual({
      productTPerHa: 0,
      dressings: [],
      earliestSowingAfterDays: 0,
    });
  });

  it("reports every bad argument at once, with what was given and what is allowed", () => {
    const result = limeRequirement({ ...sandyLoam, ph: Number.NaN, finenessPct: 0, textureClass: "gravel" as "sand" });
    expect(result.ok ? [] : result.errors.map((e) => e.field)).toEqual(["ph", "textureClass", "finenessPct"]);
    if (!result.ok) expect(result.errors[2]?.message).toBe("finenessPct: 0 given, allowed is a number from 5 to 120 %");
  });

  it("takes a neutralising value or fineness under 5 for a fraction: 0.9 and 0.85 made 209,150 t/ha", () => {
    const result = limeRequirement({ ...sandyLoam, neutralisingValuePct: 0.9, finenessPct: 0.85 });
    expect(result.ok ? [] : result.errors.map((e) => e.field)).toEqual(["neutralisingValuePct", "finenessPct"]);
  });
  it("splits by calcium carbonate too: 7.5 t of burnt lime were 12 of it", () => {
    // 1 x 8 / 1.65 = 4.85 t in 20 cm of clay for 1 pH unit; two units 9.70: 4.55 in a dressing
    const { dressings } = unwrap(
      limeRequirement({
        ph: 4.5,
        targetPh: 6.5,
        textureClass: "clay",
        organicMatterPct: 3,
        depthCm: 20,
        neutralisingValuePct: 165,
        finenessPct: 100,
        material: "burntLime",
      }),
    );
    expect(dressings.map((d) => Number(d.tPerHa.toFixed(2)))).toEqual([4.55, 4.55, 0.61]);
  });
  it("lets granulated lime go on at sowing for maintenance only: 42 t/ha had no wait", () => {
    const wait = (targetPh: number) =>
      unwrap(
        limeRequirement({
          ...sandyLoam,
          ph: 6,
          targetPh,
          neutralisingValuePct: 92,
          finenessPct: 98,
          material: "granulatedLime",
        }),
      ).earliestSowingAfterDays;
    // 0.1 x 7 x 15 / 20 / 0.92 / 0.98 = 0.6 t/ha
    expect(wait(6.1)).toBe(0);
    expect(wait(7)).toBe(21);
  });
  it("goes by the laboratory's buffer pH where there is one", () => {
    // 4 t CaCO3 for 20 cm: x 15/20 / 0.9 / 0.85 = 3.92 t of product
    const value = unwrap(limeByBuffer({ caco3TPerHa: 4, depthCm: 15, neutralisingValuePct: 90, finenessPct: 85 }));
    expect(value.productTPerHa).toBeCloseTo(3.9216, 4);
    expect(value.earliestSowingAfterDays).toBe(21);
    expect(
      unwrap(limeByBuffer({ caco3TPerHa: 0, depthCm: 15, neutralisingValuePct: 90, finenessPct: 85 })).dressings,
    ).toEqual([]);
    expect(limeByBuffer({ caco3TPerHa: 4, depthCm: 15, neutralisingValuePct: 0.9, finenessPct: 85 }).ok).toBe(false);
  });
  it("keeps the sum of the dressings equal to the need", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 3, max: 9, noNaN: true }),
        fc.double({ min: 3, max: 9, noNaN: true }),
        fc.constantFrom(...TEXTURE_CLASSES),
        (ph, targetPh, textureClass) => {
          const value = unwrap(limeRequirement({ ...sandyLoam, ph, targetPh, textureClass }));
          const sum = value.dressings.reduce((total, d) => total + d.tPerHa, 0);
          expect(sum).toBeCloseTo(value.productTPerHa, 6);
          expect(value.dressings.every((d) => d.tPerHa <= 7.5 + 1e-9)).toBe(true);
        },
      ),
    );
  });
});

describe("textures", () => {
  it("groups them for liming and for draft", () => {
    expect(limingGroup("loamySand")).toBe("sand");
    expect(limingGroup("silt")).toBe("medium");
    expect(limingGroup("sandyClayLoam")).toBe("clay");
    expect(draftTexture("sandyLoam")).toBe("coarse");
    expect(draftTexture("clayLoam")).toBe("medium");
    expect(draftTexture("sandyClay")).toBe("fine");
  });
});

describe("gypsumRequirement", () => {
  it("replaces sodium from 18 to 8 % of 22 cmol/kg in 30 cm", () => {
    // 0.10 x 22 = 2.2 cmol/kg; x 0.86 = 1.892 g/kg; soil 0.30 x 10,000 x 1.35 = 4,050 t/ha; 1.892 x 4.05 = 7.6626 t/ha
    const input = {
      espPct: 18,
      targetEspPct: 8,
      cecCmolPerKg: 22,
      depthCm: 30,
      bulkDensityTPerM3: 1.35,
      purityPct: 100,
    };
    expect(unwrap(gypsumRequirement(input)).productTPerHa).toBeCloseTo(7.6626, 4);
    expect(unwrap(gypsumRequirement({ ...input, purityPct: 85 })).productTPerHa).toBeCloseTo(9.0148, 4);
    expect(unwrap(gypsumRequirement({ ...input, espPct: 5 })).productTPerHa).toBe(0);
    // all that enters stands in the working, so that it can be followed on paper
    const result = gypsumRequirement(input);
    expect(result.ok && result.figures?.productTPerHa?.inputs.map((i) => i.value)).toEqual([
      18, 8, 22, 0.86, 30, 1.35, 100,
    ]);
  });
});

describe("salinityYield", () => {
  it("takes 14 % per dS/m off carrots above 1.0", () => {
    // 100 - 14 x (2.4 - 1.0) = 80.4
    const carrot = { thresholdEc: 1, slopePctPerDsM: 14 };
    expect(unwrap(salinityYield({ ecE: 2.4, ...carrot })).relativeYieldPct).toBeCloseTo(80.4, 9);
    expect(unwrap(salinityYield({ ecE: 0.5, ...carrot })).relativeYieldPct).toBe(100);
    expect(unwrap(salinityYield({ ecE: 20, ...carrot })).relativeYieldPct).toBe(0);
  });
});

describe("interpretSoilTest", () => {
  it("classes P, K and Mg by the scheme's limits, which belong to the lower class", () => {
    const { readings } = unwrap(interpretSoilTest({ p: 12, k: 240, mg: 180 }, "olsenIndex"));
    expect(readings.map((r) => [r.nutrient, r.class])).toEqual([
      ["p", "low"],
      ["k", "target"],
      ["mg", "very high"],
    ]);
  });
  it("reads one value by each scheme's own limits, and every scheme's limits rise", () => {
    // 20 of phosphorus: Olsen 16 to 25 is the target; Mehlich-3 16 to 25 is low; Bray P-1 16 to 20 is the target
    const of = (scheme: string) => unwrap(interpretSoilTest({ p: 20 }, scheme)).readings[0]?.class;
    expect(["olsenIndex", "mehlich3", "brayExchangeable"].map(of)).toEqual(["target", "low", "target"]);
    for (const scheme of SOIL_TEST_SCHEMES)
      for (const { limits, nutrient, source, method } of scheme.nutrients) {
        expect(
          [...limits].sort((a, b) => a - b),
          `${scheme.id} ${nutrient}`,
        ).toEqual([...limits]);
        expect(source && method, `${scheme.id} ${nutrient}`).toBeTruthy();
      }
  });
  it("leaves out what was not tested and refuses what cannot be", () => {
    expect(unwrap(interpretSoilTest({ p: 12, k: null }, "olsenIndex")).readings).toHaveLength(1);
    expect(interpretSoilTest({ p: -1 }, "olsenIndex").ok).toBe(false);
    expect(interpretSoilTest({ p: 1 }, "tea leaves").ok).toBe(false);
  });
});
