import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cellOf, readCell, readTable, writeTable } from "./cells";

describe("cells of a practice's file", () => {
  it("never begin as a formula where they are text, and stay numbers where they are numbers", () => {
    expect(["=1+1", "+49 1", "-x", "@me", "\tx", "'tis", ""].map((t) => cellOf(t, true))).toEqual([
      "'=1+1",
      "'+49 1",
      "'-x",
      "'@me",
      "'\tx",
      "''tis",
      "'",
    ]);
    expect([cellOf("-1.5", false), cellOf(null, true), cellOf("plain", true)]).toEqual(["-1.5", "", "plain"]);
  });

  it("read back as what they were, whatever they were", () => {
    const cell = fc.option(fc.string({ unit: "grapheme" }).filter((t) => !t.includes("\r")));
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, cell), { maxLength: 8 }), (rows) => {
        const text = writeTable(
          ["a", "b"],
          rows.map((r) => r.map((v) => cellOf(v, true))),
        );
        const back = readTable("t.csv", text);
        expect(back).toEqual({ columns: ["a", "b"], rows });
      }),
      { seed: 20_261_126 },
    );
    expect(readCell(cellOf("=cmd", true))).toBe("=cmd");
  });

  it("name file and line where a row is none", () => {
    expect(() => readTable("plan.csv", "id,season\na,2027\nb\n")).toThrow(
      "plan.csv: line 3 is no row of 2 cells (id, season).",
    );
  });
});
