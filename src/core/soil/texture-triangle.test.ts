import { describe, expect, it } from "vitest";
import { TEXTURE_CLASSES } from "./texture";
import { textureOf } from "./texture-triangle";

describe("the texture class of sand and clay", () => {
  // the middle of each class in the triangle of the Soil Survey Manual
  it.each([
    [92, 5, "sand"],
    [82, 6, "loamySand"],
    [65, 10, "sandyLoam"],
    [40, 20, "loam"],
    [20, 15, "siltLoam"],
    [8, 5, "silt"],
    [60, 27, "sandyClayLoam"],
    [32, 34, "clayLoam"],
    [10, 34, "siltyClayLoam"],
    [52, 42, "sandyClay"],
    [6, 47, "siltyClay"],
    [20, 60, "clay"],
  ] as const)("%i %% sand and %i %% clay are %s", (sand, clay, texture) => {
    expect(textureOf(sand, clay)).toBe(texture);
  });

  it("stands for every share of the triangle, and for none outside of it", () => {
    const seen = new Set<string | null>();
    for (let sand = 0; sand <= 100; sand++)
      for (let clay = 0; clay + sand <= 100; clay++) seen.add(textureOf(sand, clay));
    expect([...seen].sort()).toEqual([...TEXTURE_CLASSES].sort());
    expect([textureOf(60, 41), textureOf(-1, 20), textureOf(20, Number.NaN)]).toEqual([null, null, null]);
  });
});
