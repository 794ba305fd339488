/** Files that are small and ask for much: to read them would end a process that does not look first. */

import { strToU8, zipSync } from "fflate";

/** A workbook of one sheet, from the inside of its XML. */
export const workbookOf = (sheet: string, workbook = ""): Uint8Array =>
  zipSync({
    "[Content_Types].xml": strToU8("<Types/>"),
    "xl/workbook.xml": strToU8(
      `<workbook xmlns="m" xmlns:r="r"><sheets><sheet name="a" sheetId="1" r:id="rId1"/></sheets>${workbook}</workbook>`,
    ),
    "xl/_rels/workbook.xml.rels": strToU8(
      '<Relationships><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/></Relationships>',
    ),
    "xl/worksheets/sheet1.xml": strToU8(`<worksheet>${sheet}</worksheet>`),
  });
export const cellOf = (row: number, column: string, words: string) =>
  `<c r="${column}${row}" t="inlineStr"><is><t>${words}</t></is></c>`;
export const HEAD_ROW = `<row r="1">${cellOf(1, "A", "Field")}${cellOf(1, "B", "Area")}</row>`;

const feature = (properties: object) => ({ type: "Feature", geometry: null, properties });

export const HOSTILE = {
  /** one row, numbered as if a thousand million stood before it */
  lastRow: () =>
    workbookOf(`<sheetData>${HEAD_ROW}<row r="900000000">${cellOf(900_000_000, "A", "x")}</row></sheetData>`),
  lastColumn: () =>
    workbookOf(
      `<sheetData>${HEAD_ROW}${Array.from({ length: 100 }, (_, i) => `<row r="${i + 2}">${cellOf(i + 2, "XFD", "x")}</row>`).join("")}</sheetData>`,
    ),
  /** it says that it is of a hundred bytes, and is of three million */
  lyingSize: () => {
    const file = workbookOf(`<sheetData>${HEAD_ROW}${" ".repeat(3_000_000)}</sheetData>`);
    const view = new DataView(file.buffer, file.byteOffset, file.byteLength);
    // the uncompressed size of every entry of the ZIP's list (signature PK 1 2, at 24) and of its own head (PK 3 4, at 22)
    for (let i = 0; i < file.length - 28; i++)
      for (const [signature, at] of [
        [0x02014b50, 24],
        [0x04034b50, 22],
      ] as const)
        if (view.getUint32(i, true) === signature && view.getUint32(i + at, true) > 1e6)
          view.setUint32(i + at, 100, true);
    return file;
  },
  blownUp: () => zipSync({ "xl/worksheets/sheet1.xml": new Uint8Array(130_000_000) }),
  manyEntries: () => zipSync(Object.fromEntries(Array.from({ length: 2500 }, (_, i) => [`a${i}`, new Uint8Array(0)]))),
  millionColumns: () => strToU8(`a,b\n${"1,".repeat(1_000_000)}`),
  manyNames: () =>
    strToU8(
      JSON.stringify({
        type: "FeatureCollection",
        features: Array.from({ length: 400 }, (_, i) =>
          feature(Object.fromEntries(Array.from({ length: 500 }, (_, j) => [`k${i}-${j}`, 1]))),
        ),
      }),
    ),
  deepJson: () => strToU8(`{"type":"Feature","geometry":${"[".repeat(200_000)}`),
} satisfies Record<string, () => Uint8Array>;
