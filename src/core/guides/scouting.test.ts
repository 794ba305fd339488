import { describe, expect, it } from "vitest";
import { ALL_GUIDES } from "../../../tests/support/guides";
import { byGround, countedIn, lookInWords } from "./scouting";

describe("what is counted", () => {
  it("is said with the ground of a place, and by the square metre as thresholds are", () => {
    expect(lookInWords({ number: 20, unit: "plants", placeM2: 0.25 })).toBe("20 places of 0.25 m², the plants at each");
    expect(lookInWords({ number: 10, unit: "hills" })).toBe("10 hills");
    expect(countedIn({ unit: "plants", placeM2: 0.25 })).toBe("plants in 0.25 m²");
    // 3 in a quarter of a square metre are 12 on all of it
    expect(byGround(3, 0.25)).toBe(12);
    expect(byGround(3)).toBe(3);
  });

  it("has a measured place wherever its threshold is by the square metre of what is counted in quadrats", () => {
    for (const { id, threats } of ALL_GUIDES)
      for (const t of threats) expect(/\d m2$/.test(t.scout.unit), `${id}.${t.id}: ${t.scout.unit}`).toBe(false);
  });
});
