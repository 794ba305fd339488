import { describe, expect, it } from "vitest";
import { testGuide } from "../../../tests/support/guides";
import { resolveGuide } from "../guides/resolve-guide";
import { unwrap } from "../result";
import type { Climate } from "../weather/climate";
import { lightLimitedYield } from "./potential";

const steady: Climate = {
  station: "steady",
  latitudeDeg: 45,
  months: Array.from({ length: 12 }, () => ({ meanC: 18, rainMm: 50, etoMm: 90, solarMjPerM2: 20 })),
};
const wheat = unwrap(resolveGuide(testGuide("wheat"), { kind: "spring" }));

describe("the yield that light allows", () => {
  it("is sun taken up x use efficiency x harvest index", () => {
    // from 1 April cover rises to 1 in 40 days (mean 0.5), stands 60: 40 x 0.5 + 60 = 80 days of full cover at 20 MJ.
    // 18 C is full growth for wheat (12 to 24): 80 x 2.6 x 10 x 0.01 = 20.8 t; x 0.48 / 0.85 = 11.75
    const { tPerHa, sunMjPerM2 } = lightLimitedYield(wheat, steady, "2027-04-01", [
      { date: "2027-05-11", cover: 1 },
      { date: "2027-07-10", cover: 1 },
    ]);
    expect(tPerHa).toBeCloseTo((20.8 * 0.48) / 0.85, 6);
    expect(sunMjPerM2).toBeCloseTo(1600, 6);
  });
  it("is none where it is too cold to grow, and none without stages", () => {
    const cold = { ...steady, months: steady.months.map((m) => ({ ...m, meanC: -2 })) };
    expect(lightLimitedYield(wheat, cold, "2027-04-01", [{ date: "2027-06-01", cover: 1 }]).tPerHa).toBe(0);
    expect(lightLimitedYield(wheat, steady, "2027-04-01", []).tPerHa).toBe(0);
  });
});
