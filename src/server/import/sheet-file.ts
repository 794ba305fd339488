/** Spreadsheets (XLSX) of records: their first sheet as rows of text, and rows as a sheet. */

import ExcelJS from "exceljs";
import { strFromU8, strToU8, zipSync } from "fflate";
import { MOST_CELLS, MOST_COLUMNS, MOST_ENTRIES, MOST_ROWS, MOST_UNPACKED, within } from "./past-limit";
import { readZip } from "./zip-file";

/** Whether bytes begin as a ZIP, as every XLSX does. */
export const isSheetFile = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 0x03 && bytes[3] === 0x04;

/** Parts of a workbook that values stand in; pictures, links, comments and what else it has are left. */
const PARTS = /^xl\/(workbook\.xml|sharedStrings\.xml|styles\.xml|_rels\/workbook\.xml\.rels|worksheets\/[\w-]+\.xml)$/;
const SHEET_PART = /^xl\/worksheets\//;
/** Lines above a table, for titles. */
const ABOVE = 100;

/**
 * The first sheet with two or more columns, as rows of text; formulas by their last result. Throws PastLimit, and Error for what
 * is no workbook.
 */
export async function readSheetFile(bytes: Uint8Array): Promise<string[][]> {
  const parts = await readZip(bytes, (name) => PARTS.test(name), {
    mostBytes: MOST_UNPACKED,
    mostEntries: MOST_ENTRIES,
  });
  // what would be spread over a million cells (merged ranges, checks of input, names) is no part of the values
  const plain = Object.fromEntries(
    [...parts].map(([name, data]) => [
      name,
      SHEET_PART.test(name) ? strToU8(valuesOnly(strFromU8(data))) : name.endsWith("workbook.xml") ? named(data) : data,
    ]),
  );
  const book = new ExcelJS.Workbook();
  await book.xlsx.load(zipSync(plain, { level: 0 }) as unknown as ExcelJS.Buffer);
  for (const sheet of book.worksheets) {
    const rows: string[][] = [];
    sheet.eachRow({ includeEmpty: true }, (row) => {
      const cells: string[] = [];
      for (let i = 1; i <= row.cellCount; i++) cells.push(textOf(row.getCell(i)));
      rows.push(cells);
    });
    if (rows.some((row) => row.filter((c) => c.trim() !== "").length >= 2)) return rows;
  }
  throw new Error("no sheet has two or more columns");
}

const named = (data: Uint8Array) => strToU8(strFromU8(data).replace(/<definedNames[\s\S]*<\/definedNames>/, ""));

/** A sheet with nothing but its cells, where these are within the limits. */
function valuesOnly(xml: string): string {
  const from = xml.indexOf("<sheetData");
  const to = xml.lastIndexOf("</sheetData>");
  const data = from >= 0 && to > from ? xml.slice(from, to) : "<sheetData>";
  const below = "Delete what stands below the table, formats too, or split it.";
  let [rows, cells] = [0, 0];
  for (const [, number] of data.matchAll(/<row\b(?:[^>]*?\br="(\d+)")?/g))
    within("rows", Math.max(++rows, Number(number ?? 0)), MOST_ROWS + ABOVE, below);
  for (const [, column = "", number = ""] of data.matchAll(/<c\b(?:[^>]*?\br="([A-Za-z]+)(\d+)")?/g)) {
    within("cells", ++cells, MOST_CELLS);
    within("columns", columnNumber(column), MOST_COLUMNS, "Delete what stands beside the table.");
    within("rows", Number(number || 0), MOST_ROWS + ABOVE, below);
  }
  return `<?xml version="1.0" encoding="UTF-8"?><worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main">${data}</sheetData></worksheet>`;
}

/** Example: "A" is 1, "AA" is 27. */
const columnNumber = (letters: string) =>
  [...letters.toUpperCase()].reduce((n, letter) => Math.min(1e6, 26 * n + letter.charCodeAt(0) - 64), 0);

/** A cell as somebody reads it: dates as year-month-day, numbers without the noise of binary fractions. */
function textOf(cell: ExcelJS.Cell): string {
  const { value } = cell;
  const plain = (v: unknown): string => {
    if (v === null || v === undefined) return "";
    if (v instanceof Date) return Number.isNaN(v.getTime()) ? "" : v.toISOString().slice(0, 10);
    if (typeof v === "number") return String(Number(v.toPrecision(12)));
    if (typeof v === "boolean") return v ? "yes" : "no";
    if (typeof v === "object") {
      if ("result" in v) return plain(v.result);
      if ("richText" in v) return (v.richText as { text: string }[]).map((t) => t.text).join("");
      if ("text" in v) return plain(v.text);
      if ("error" in v) return String(v.error);
      return "";
    }
    return String(v);
  };
  return plain(value);
}

/** A workbook of one sheet; every cell is text or a number, never a formula. */
export async function writeSheetFile(name: string, header: string[], rows: string[][]): Promise<Uint8Array> {
  const book = new ExcelJS.Workbook();
  const sheet = book.addWorksheet(name.slice(0, 31).replace(/[\\/*?:[\]]/g, " "), {
    views: [{ state: "frozen", ySplit: 1 }],
  });
  sheet.addRow(header).font = { bold: true };
  for (const row of rows) sheet.addRow(row.map((text) => (/^-?\d+(\.\d+)?$/.test(text) ? Number(text) : text)));
  for (const [i, heading] of header.entries()) sheet.getColumn(i + 1).width = Math.min(40, heading.length + 4);
  return new Uint8Array(await book.xlsx.writeBuffer());
}
