/** A table file of records: CSV, a workbook, or GeoJSON whose features are rows. */

import Papa from "papaparse";
import { MOST_BYTES, MOST_CELLS, MOST_COLUMNS, MOST_ROWS, PastLimit, within } from "./past-limit";
import { isSheetFile, readSheetFile } from "./sheet-file";
import { textOf } from "./text-of";

export type TableFile =
  | {
      ok: true;
      header: string[];
      rows: string[][];
      firstLine: number;
      notes: string[];
      /** of its numbers, where the file itself says it */
      decimal?: "point";
    }
  | { ok: false; message: string };

/** The column that a feature's geometry stands in. */
const GEOMETRY = "geometry";
const WGS84 = /CRS84|EPSG:{1,2}4326$/;

/** Throws PastLimit for what is more than is taken. */
export async function readTableFile(bytes: Uint8Array): Promise<TableFile> {
  within("bytes", bytes.length, MOST_BYTES);
  if (isSheetFile(bytes)) {
    try {
      return bounded(tableOfRows(await readSheetFile(bytes), SHEET));
    } catch (error) {
      if (error instanceof PastLimit) throw error;
      return { ok: false, message: `The file begins as a workbook and is none: ${wordsOf(error)}` };
    }
  }
  const read = textOf(bytes, MOST_BYTES, "Split it.");
  if (!read.ok) return read;
  const text = read.text.replace(/^\ufeff/, "");
  return bounded(/^\s*[{[]/.test(text) ? fromGeoJson(text) : fromCsv(text));
}

function bounded(table: TableFile): TableFile {
  if (!table.ok) return table;
  within("columns", table.header.length, MOST_COLUMNS, "Leave out what is not needed.");
  within("rows", table.rows.length, MOST_ROWS);
  return table;
}

const wordsOf = (error: unknown) => (error instanceof Error ? error.message.slice(0, 120) : "");

/** Numbers of a workbook have a decimal point, whatever the practice writes. */
const SHEET = {
  notes: ["A workbook: its first sheet with two or more columns is read."],
  decimal: "point" as const,
};

/** The mark that keeps a spreadsheet from running a cell is no part of what it says. */
const bare = (cell: string) => (/^'[=+@\t\r-]/.test(cell) ? cell.slice(1) : cell);

/** The lines of a CSV, none read after the one that passes a limit. */
export function linesOfCsv(text: string, delimiter: string): string[][] {
  const lines: string[][] = [];
  let cells = 0;
  Papa.parse<string[]>(text, {
    skipEmptyLines: false,
    delimiter,
    step: ({ data: line }) => {
      within("columns", line.length, MOST_COLUMNS, "Leave out what is not needed.");
      cells += line.length;
      within("cells", cells, MOST_CELLS);
      lines.push(line.map(bare));
    },
  });
  return lines;
}

const fromCsv = (text: string) => tableOfRows(linesOfCsv(text, delimiterOf(text)), { notes: [] });

const DELIMITERS = [";", "\t", ",", "|"];
/** Lines that are looked at for what parts columns, and the letters that these may have. */
const LOOKED_AT = 100;
const LETTERS = 200_000;

/**
 * What parts the columns: that by which most lines have the same number of them. A comma in "412,50" parts only the lines that
 * have one.
 */
export function delimiterOf(whole: string): string {
  const text = whole.slice(0, LETTERS);
  const alike = (delimiter: string) => {
    const lines = Papa.parse<string[]>(text, { delimiter, preview: LOOKED_AT, skipEmptyLines: true }).data;
    const counts = new Map<number, number>();
    for (const { length } of lines) if (length >= 2) counts.set(length, (counts.get(length) ?? 0) + 1);
    return Math.max(0, ...counts.values());
  };
  return DELIMITERS.reduce((best, own) => (alike(own) > alike(best) ? own : best));
}

/** Rows under the first line that has two or more columns. */
function tableOfRows(data: string[][], more: { notes: string[]; decimal?: "point" }): TableFile {
  const headAt = data.findIndex((line) => line.filter((cell) => cell.trim() !== "").length >= 2);
  const header = data[headAt];
  if (!header)
    return {
      ok: false,
      message: "No line with two or more columns was found. Columns are parted by commas, semicolons or tabs.",
    };
  return {
    ok: true,
    header: header.map((h) => h.trim()),
    rows: data.slice(headAt + 1).filter((line, i, all) => i < all.length - 1 || line.some((c) => c.trim() !== "")),
    firstLine: headAt + 2,
    ...more,
  };
}

interface Feature {
  type?: unknown;
  id?: unknown;
  geometry?: { type?: unknown } | null;
  properties?: Record<string, unknown> | null;
}

function fromGeoJson(text: string): TableFile {
  let whole: unknown;
  try {
    whole = JSON.parse(text);
  } catch (error) {
    return {
      ok: false,
      message: `The file begins as JSON and is none: ${wordsOf(error)}`,
    };
  }
  const { type, features, crs } = (whole ?? {}) as { type?: unknown; features?: unknown; crs?: unknown };
  const list = type === "FeatureCollection" && Array.isArray(features) ? features : type === "Feature" ? [whole] : null;
  if (!list) return { ok: false, message: "The JSON is no GeoJSON: allowed is a FeatureCollection or a Feature." };
  const system = (crs as { properties?: { name?: unknown } } | undefined)?.properties?.name;
  if (system !== undefined && !WGS84.test(String(system)))
    return {
      ok: false,
      message: `The file's reference system is ${String(system).slice(0, 80)}; allowed is longitude and latitude of WGS 84 (EPSG:4326). Export it again in that system.`,
    };
  const shapes = (list as Feature[]).filter((f) => f && typeof f === "object");
  within("features", shapes.length, MOST_ROWS);
  const named = new Set<string>();
  for (const shape of shapes)
    for (const key of Object.keys(shape.properties ?? {})) {
      named.add(key);
      within("properties that differ by name", named.size, MOST_COLUMNS, "Leave out what is not needed.");
    }
  const keys = [...named];
  const other = shapes.filter((f) => !["Polygon", "MultiPolygon"].includes(String(f.geometry?.type))).length;
  return {
    ok: true,
    header: [...keys, GEOMETRY],
    rows: shapes.map((f) => [
      ...keys.map((key) => cell(f.properties?.[key])),
      f.geometry ? JSON.stringify(f.geometry) : "",
    ]),
    firstLine: 1,
    notes: other > 0 ? [`${other} of ${shapes.length} features are no polygons.`] : [],
  };
}

const cell = (value: unknown): string =>
  value === null || value === undefined ? "" : typeof value === "object" ? JSON.stringify(value) : String(value);
