import { strToU8, zipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { MOST_CELLS, MOST_COLUMNS, MOST_ROWS } from "./past-limit";
import { readFile } from "./read-file";

const refused = async (kind: "table" | "weather" | "practice", bytes: Uint8Array): Promise<string> => {
  const began = performance.now();
  const read = await readFile(kind, bytes);
  // a refusal takes no longer than reading a sound file of the largest size
  expect(performance.now() - began).toBeLessThan(15_000);
  return read.ok ? "taken" : read.message;
};
const sheetOf = (sheetData: string, workbook = "") =>
  zipSync({
    "[Content_Types].xml": strToU8("<Types/>"),
    "xl/workbook.xml": strToU8(
      `<workbook xmlns="m" xmlns:r="r"><sheets><sheet name="a" sheetId="1" r:id="rId1"/></sheets>${workbook}</workbook>`,
    ),
    "xl/_rels/workbook.xml.rels": strToU8(
      '<Relationships><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/></Relationships>',
    ),
    "xl/worksheets/sheet1.xml": strToU8(`<worksheet>${sheetData}</worksheet>`),
  });
const text = (row: number, column: string, words: string) =>
  `<c r="${column}${row}" t="inlineStr"><is><t>${words}</t></is></c>`;
const head = `<row r="1">${text(1, "A", "Field")}${text(1, "B", "Area")}</row>`;
const body = `<row r="2">${text(2, "A", "Long Acre")}${text(2, "B", "4.2")}</row>`;

describe("a workbook", () => {
  it("is read by its cells, whatever else is spread over it", async () => {
    const spread =
      '<mergeCells count="1"><mergeCell ref="D1:XFD1048576"/></mergeCells><dataValidations count="1"><dataValidation type="list" sqref="A1:XFD1048576"><formula1>"a"</formula1></dataValidation></dataValidations>';
    const names = '<definedNames><definedName name="all">a!$A$1:$XFD$1048576</definedName></definedNames>';
    expect(await readFile("table", sheetOf(`<sheetData>${head}${body}</sheetData>${spread}`, names))).toMatchObject({
      ok: true,
      header: ["Field", "Area"],
      rows: [["Long Acre", "4.2"]],
    });
  });
  it("with one row at the end of a thousand million is refused by the number of the row", async () => {
    const file = sheetOf(`<sheetData>${head}<row r="900000000">${text(900_000_000, "A", "x")}</row></sheetData>`);
    expect(file.length).toBeLessThan(2000);
    expect(await refused("table", file)).toMatch(
      /^900\u202f000\u202f000 as the number of a row given, allowed are 50\u202f100\./,
    );
  });
  it("with cells in its last column is refused by the number of the column", async () => {
    const rows = Array.from({ length: 100 }, (_, i) => `<row r="${i + 2}">${text(i + 2, "XFD", "x")}</row>`).join("");
    // X is 24, F 6, D 4: 24 x 676 + 6 x 26 + 4 = 16,384
    expect(await refused("table", sheetOf(`<sheetData>${head}${rows}</sheetData>`))).toMatch(
      /^16\u202f384 as the number of a column/,
    );
  });
  it("that says less of its size than it has is refused", async () => {
    const file = sheetOf(`<sheetData>${head}${" ".repeat(3_000_000)}</sheetData>`);
    const view = new DataView(file.buffer, file.byteOffset, file.byteLength);
    // the uncompressed size of every entry of the ZIP's list (signature PK 1 2, at 24) and of its own head (PK 3 4, at 22)
    for (let i = 0; i < file.length - 4; i++) {
      if (view.getUint32(i, true) === 0x02014b50 && view.getUint32(i + 24, true) > 1e6)
        view.setUint32(i + 24, 100, true);
      if (view.getUint32(i, true) === 0x04034b50 && view.getUint32(i + 22, true) > 1e6)
        view.setUint32(i + 22, 100, true);
    }
    expect(await refused("table", file)).toMatch(/is none: .*(too many bytes|100)/);
  });
  it("that unpacks to too much, or has too many files, is refused before it is unpacked", async () => {
    const blown = zipSync({ "xl/worksheets/sheet1.xml": new Uint8Array(130_000_000) });
    expect(blown.length).toBeLessThan(1_000_000);
    expect(await refused("table", blown)).toMatch(/130\u202f000\u202f000 bytes, unpacked/);
    const many = zipSync(Object.fromEntries(Array.from({ length: 2500 }, (_, i) => [`a${i}`, new Uint8Array(0)])));
    expect(await refused("table", many)).toMatch(/2500 files in the ZIP given, allowed are 2000/);
    expect(await refused("practice", many)).toMatch(/2500 files/);
  });
});

describe("a text table", () => {
  it("of a million columns is refused by their number", async () => {
    expect(await refused("table", strToU8(`a,b\n${"1,".repeat(1_000_000)}`))).toMatch(
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
  const feature = (properties: object) => ({ type: "Feature", geometry: null, properties });
  it("of hundreds of features with hundreds of names each is refused by the names", async () => {
    const features = Array.from({ length: 400 }, (_, i) =>
      feature(Object.fromEntries(Array.from({ length: 500 }, (_, j) => [`k${i}-${j}`, 1]))),
    );
    expect(await refused("table", strToU8(JSON.stringify({ type: "FeatureCollection", features })))).toMatch(
      /^301 properties that differ by name given, allowed are 300/,
    );
  });
  it("nested past all sense is refused", async () => {
    expect(await refused("table", strToU8(`{"type":"Feature","geometry":${"[".repeat(200_000)}`))).toMatch(/is none/);
  });
});
