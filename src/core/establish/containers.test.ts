import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { containerPlanting } from "./containers";

const boxes = {
  volumeL: 40,
  count: 12,
  litresPerPlant: 2.5,
  unitsPerPlant: 1.1,
  plantsPerM2: 30,
  yieldTPerHa: 9,
};

describe("plants in containers", () => {
  it("are as many as the earth carries, and give what a plant gives in the field", () => {
    // 40 / 2.5 = 16; 12 x 16 = 192; x 1.1 = 211.2; 12 x 40 L; 9 t/ha = 0.9 kg/m2 / 30 = 30 g
    const found = unwrap(containerPlanting(boxes));
    expect(found).toMatchObject({ plantsEach: 16, plants: 192, units: 212, earthL: 480 });
    expect(found.harvestKg).toBeCloseTo(5.76, 9);
  });
  it("are none where one needs more than a container holds", () => {
    expect(unwrap(containerPlanting({ ...boxes, volumeL: 2.4 }))).toMatchObject({
      plantsEach: 0,
      plants: 0,
      harvestKg: 0,
    });
    // rounding takes none away: 7.5 / 2.5
    expect(unwrap(containerPlanting({ ...boxes, volumeL: 7.5 })).plantsEach).toBe(3);
  });
  it("are refused by the field's name", () => {
    const found = containerPlanting({ ...boxes, count: 1.5, volumeL: 0 });
    expect(found.ok ? [] : found.errors.map((e) => e.field)).toEqual(["volumeL", "count"]);
  });
});
