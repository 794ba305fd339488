import { describe, expect, it } from "vitest";
import { blendWater, mostOfSecond, nitrogenInWater, sealing } from "./water-quality";

describe("what comes with water", () => {
  it("two waters", () => {
    expect(blendWater({ ecDsM: 0.4, nitrateMgL: 10 }, { ecDsM: 3, nitrateMgL: null }, 30)).toMatchObject({
      ecDsM: 0.7 * 0.4 + 0.3 * 3,
      nitrateMgL: null,
    });
    expect(mostOfSecond(0.4, 3, 1.2)).toBeCloseTo(30.77, 2);
    expect(mostOfSecond(1.5, 3, 1.2)).toBe(0);
  });
  it("nitrate is nitrogen", () => {
    // 200 mm = 2000 m3/ha; x 50 g/m3 = 100 kg of nitrate; x 14.007 / 62.004 = 22.6
    expect(nitrogenInWater(200, 50).value).toBeCloseTo(22.6, 1);
  });
  it("sodium closes the soil, the more the less salt there is", () => {
    expect(sealing(8, 0.4)).toBe("severe");
    expect(sealing(8, 1)).toBe("slight to moderate");
    expect(sealing(8, 2)).toBe("none");
    expect(sealing(2, 0.8)).toBe("none");
  });
});
