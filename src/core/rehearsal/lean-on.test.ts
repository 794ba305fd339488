import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { leanOn } from "./lean-on";

const margin = ({ price = 180, cost = 950, yieldT = 8 }: { price?: number; cost?: number; yieldT?: number }) =>
  yieldT * price - cost;
const refused = (result: ReturnType<typeof leanOn>) => (result.ok ? [] : result.errors.map((e) => e.field));

describe("leanOn", () => {
  it("moves one figure at a time to its ends, the largest swing first", () => {
    const found = unwrap(
      leanOn(
        [
          { id: "cost", low: 900, high: 1000 },
          { id: "price", low: 150, high: 200 },
          { id: "yieldT", low: 7, high: 8.5 },
        ],
        margin,
      ),
    );
    // price: 8 x 150 - 950 = 250 and 8 x 200 - 950 = 650; yield: 7 x 180 - 950 = 310 and 8.5 x 180 - 950 = 580; cost: 540 and 440
    expect(found).toEqual([
      { id: "price", atLow: 250, atHigh: 650, swing: 400 },
      { id: "yieldT", atLow: 310, atHigh: 580, swing: 270 },
      { id: "cost", atLow: 540, atHigh: 440, swing: 100 },
    ]);
    expect(unwrap(leanOn([], margin))).toEqual([]);
  });
  it("says what it cannot move, by its place", () => {
    expect(refused(leanOn([{ id: "price", low: 200, high: 150 }], margin))).toEqual(["figures.0.high"]);
    expect(
      refused(
        leanOn(
          [
            { id: "price", low: 150, high: 200 },
            { id: "price", low: Number.NaN, high: 200 },
          ],
          margin,
        ),
      ),
    ).toEqual(["figures.1.id", "figures.1.low"]);
    expect(refused(leanOn([{ id: "price", low: 1, high: 2 }], () => Number.NaN))).toEqual(["figures.0"]);
    expect(refused(leanOn(null as never, null as never))).toEqual(["figures", "evaluate"]);
  });
});
