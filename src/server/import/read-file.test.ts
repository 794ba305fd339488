import { strToU8 } from "fflate";
import { describe, expect, it } from "vitest";
import { cellOf, HEAD_ROW, HOSTILE, workbookOf } from "../../../tests/support/hostile-files";
import { MOST_CELLS, MOST_COLUMNS, MOST_ROWS } from "./past-limit";
import { readFile } from "./read-file";

const refused = async (kind: "table" | "weather" | "practice", bytes: Uint8Array): Promise<string> => {
  const began = performance.now();
  const read = await readFile(kind, bytes);
  // a refusal takes no longer than reading a sound file of the largest size
  expect(performance.now() - began).toBeLessThan(15_000);
  return read.ok ? "taken" : read.message;
};
const body = `<row r="2">${cellOf(2, "A", "Long Acre")}${cellOf(2, "B", "4.2")}</row>`;

describe("a workbook", () => {
  it("is read by its cells, whatever else is spread over it", async () => {
    const spread =
      '<mergeCells count="1"><mergeCell ref="D1:XFD1048576"/></mergeCells><dataValidations count="1"><dataValidation type="list" sqref="A1:XFD1048576"><formula1>"a"</formula1></dataValidation></dataValidations>';
    const names = '<definedNames><definedName name="all">a!$A$1:$XFD$1048576</definedName></definedNames>';
    expect(
      await readFile("table", workbookOf(`<sheetData>${HEAD_ROW}${body}</sheetData>${spread}`, names)),
    ).toMatchObject({
      ok: true,
      header: ["Field", "Area"],
      rows: [["Long Acre", "4.2"]],
    });
  });
  it("with one row at the end of a thousand million is refused by the number of the row", async () => {
    const file = HOSTILE.lastRow();
    expect(file.length).toBeLessThan(2000);
    expect(await refused("table", file)).toMatch(/^900\u202f000\u202f000 rows given, allowed are 50\u202f100\./);
  });
  it("with cells in its last column is refused by the number of the column", async () => {
    // X is 24, F 6, D 4: 24 x 676 + 6 x 26 + 4 = 16,384
    expect(await refused("table", HOSTILE.lastColumn())).toMatch(/^16\u202f384 columns given/);
  });
  it("that says less of its size than it has is refused", async () => {
    expect(await refused("table", HOSTILE.lyingSize())).toMatch(/is none: .*(too many bytes|100)/);
  });
  it("that unpacks to too much, or has too many files, is refused before it is unpacked", async () => {
    const blown = HOSTILE.blownUp();
    expect(blown.length).toBeLessThan(1_000_000);
    expect(await refused("table", blown)).toMatch(/130\u202f000\u202f000 bytes, unpacked/);
    const many = HOSTILE.manyEntries();
    expect(await refused("table", many)).toMatch(/2500 files in the ZIP given, allowed are 2000/);
    expect(await refused("practice", many)).toMatch(/2500 files/);
  });
});

describe("a text table", () => {
  it("of a million columns is refused by their number", async () => {
    expect(await refused("table", HOSTILE.millionColumns())).toMatch(
      /^1\u202f000\u202f001 columns given, allowed are 300\./,
    );
    expect(await refused("weather", strToU8(`date,tmin,tmax\n${"1,".repeat(1_000_000)}`))).toMatch(/columns given/);
  });
  it("of too many rows or cells says which", async () => {
    expect(await refused("table", strToU8(`a,b\n${"1,2\n".repeat(MOST_ROWS + 1)}`))).toMatch(/50\u202f001 rows given/);
    const wide = `${"1,".repeat(MOST_COLUMNS - 1)}\n`;
    const most = Math.floor(MOST_CELLS / MOST_COLUMNS);
    expect(await refused("table", strToU8(`a,b\n${wide.repeat(most + 1)}`))).toMatch(/cells given/);
  });
});

describe("GeoJSON", () => {
  it("of hundreds of features with hundreds of names each is refused by the names", async () => {
    expect(await refused("table", HOSTILE.manyNames())).toMatch(
      /^301 properties that differ by name given, allowed are 300/,
    );
  });
  it("nested past all sense is refused", async () => {
    expect(await refused("table", HOSTILE.deepJson())).toMatch(/is none/);
  });
});
