import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { compareVarieties } from "./compare-varieties";
import { shortlistVarieties } from "./shortlist-varieties";

const listed = (name: string, ratings: [string, number][] = []) => ({
  name,
  days: null,
  endUse: "",
  ratings: ratings.map(([what, rating]) => ({ what, rating })),
});
const rust = { what: "rust", pctAPoint: 1, why: "rust is likely here" };

describe("a shortlist", () => {
  // two trials of three varieties: A 9 and 9, B 8 and 8, C 7 and 7
  const { groups } = unwrap(
    compareVarieties(
      [9, 8, 7].flatMap((yieldTPerHa, i) =>
        ["one", "two"].map((trial) => ({ variety: "ABC"[i] as string, trial, yieldTPerHa })),
      ),
    ),
  );
  it("goes by trials drawn in to their mean, and by the ratings that matter here", () => {
    const lines = shortlistVarieties(
      [listed("A", [["rust", 2]]), listed("B", [["rust", 8]]), listed("C", [["mildew", 9]])],
      groups,
      [rust],
      () => [],
    );
    // B: 100 % of the mean, 3 points over the middle; A: 9 / 8 = 112.5 %, of two trials half of it, 3 points under; C: 87.5 %, half
    expect(lines.map((l) => [l.name, l.score])).toEqual([
      ["A", 6.25 - 3],
      ["B", 3],
      ["C", -6.25],
    ]);
    expect(lines[0]!.points).toEqual([{ why: "rust 2 of 9: rust is likely here", pct: -3 }]);
    // a rating that nothing asks for says nothing
    expect(lines[2]!.points).toEqual([]);
    expect(lines.map((l) => [l.yieldPct, l.meanTPerHa, l.trials])).toEqual([
      [106.25, 9, 2],
      [100, 8, 2],
      [93.75, 7, 2],
    ]);
  });
  it("takes what the caller knows, and does not know what nobody tried", () => {
    const [first, last] = shortlistVarieties([listed("Late"), listed("Early")], [], [], (v) =>
      v.name === "Late" ? [{ why: "ripe late", pct: -3 }] : [],
    );
    expect([first!.name, first!.yieldPct, first!.underBest]).toEqual(["Early", null, null]);
    expect([last!.name, last!.score]).toEqual(["Late", -3]);
  });
  it("names what stood in trials only, and says what is surely under the best", () => {
    // residuals of a tenth: two varieties a tonne apart differ beyond chance
    const spread = unwrap(
      compareVarieties([
        { variety: "A", trial: "1", yieldTPerHa: 9.1 },
        { variety: "A", trial: "2", yieldTPerHa: 8.9 },
        { variety: "A", trial: "3", yieldTPerHa: 9 },
        { variety: "B", trial: "1", yieldTPerHa: 7.9 },
        { variety: "B", trial: "2", yieldTPerHa: 8.1 },
        { variety: "B", trial: "3", yieldTPerHa: 8 },
      ]),
    ).groups;
    const lines = shortlistVarieties([listed("a")], spread, [], () => []);
    expect(lines.map((l) => [l.name, l.underBest])).toEqual([
      ["a", false],
      ["B", true],
    ]);
  });
});
