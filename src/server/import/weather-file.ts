/** A CSV file of daily weather, from its bytes to rows: what cannot be read at all is said before any row is looked at. */

import { delimiterOf, linesOfCsv } from "./table-file";
import { textOf } from "./text-of";

/** Largest file taken [bytes]: some eighty years of days. */
export const MOST_BYTES = 3_000_000;

export type ReadFile =
  | { ok: true; header: string[]; rows: string[][]; firstLine: number }
  | { ok: false; message: string };

/**
 * Rows of a CSV in UTF-8 with a header line, whatever its delimiter. Refuses another encoding (with the line of the first
 * bad byte), an empty file, one without columns.
 */
export function readWeatherFile(bytes: Uint8Array): ReadFile {
  const read = textOf(bytes, MOST_BYTES, "Split it by years.");
  if (!read.ok) return read;
  const { text } = read;
  const lines = linesOfCsv(text, delimiterOf(text));
  const headAt = lines.findIndex((line) => line.filter((cell) => cell.trim() !== "").length >= 3);
  const header = lines[headAt];
  if (!header)
    return {
      ok: false,
      message: "No line with three or more columns was found. Columns are parted by commas, semicolons or tabs.",
    };
  const rows: string[][] = [];
  // lines stay counted through empty ones at the end only: a hole in the middle is a row without a date
  let last = lines.length;
  while (last > headAt + 1 && lines[last - 1]?.every((cell) => cell.trim() === "")) last--;
  for (const line of lines.slice(headAt + 1, last)) rows.push(line);
  return { ok: true, header: header.map((h) => h.trim()), rows, firstLine: headAt + 2 };
}
