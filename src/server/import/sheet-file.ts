/** Spreadsheets (XLSX) of records: their first sheet as rows of text, and rows as a sheet. */

import ExcelJS from "exceljs";
import { unzipSync } from "fflate";

/** A workbook unpacks to no more than this [bytes]. */
const MOST_UNPACKED = 120_000_000;

/** Whether bytes begin as a ZIP, as every XLSX does. */
export const isSheetFile = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 0x03 && bytes[3] === 0x04;

/** The first sheet with two or more columns, as rows of text; formulas by their last result. */
export async function readSheetFile(bytes: Uint8Array, mostBytes: number): Promise<string[][] | string> {
  if (bytes.length > mostBytes) return `The file has ${bytes.length} bytes; allowed are ${mostBytes}. Split it.`;
  try {
    // sizes stand in the ZIP's own list: nothing is unpacked to learn them
    let unpacked = 0;
    unzipSync(bytes, {
      filter: ({ originalSize }) => {
        unpacked += originalSize;
        return false;
      },
    });
    if (unpacked > MOST_UNPACKED) return `The workbook unpacks to ${unpacked} bytes; allowed are ${MOST_UNPACKED}.`;
    const book = new ExcelJS.Workbook();
    await book.xlsx.load(bytes as unknown as ExcelJS.Buffer);
    for (const sheet of book.worksheets) {
      const rows: string[][] = [];
      sheet.eachRow({ includeEmpty: true }, (row) => {
        const cells: string[] = [];
        for (let i = 1; i <= row.cellCount; i++) cells.push(textOf(row.getCell(i)));
        rows.push(cells);
      });
      if (rows.some((row) => row.filter((c) => c.trim() !== "").length >= 2)) return rows;
    }
    return "No sheet with two or more columns was found.";
  } catch (error) {
    return `The file begins as a workbook and is none: ${error instanceof Error ? error.message.slice(0, 120) : ""}`;
  }
}

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
