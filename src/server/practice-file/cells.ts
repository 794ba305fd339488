/**
 * Cells of the file's tables: text that says the same when it is read back, and that no spreadsheet takes for a formula.
 * Nothing is an empty cell; text that is empty, or begins as a formula or with an apostrophe, gets an apostrophe before it.
 */

import Papa from "papaparse";
import { Refused } from "../access/access";

const GUARDED = /^$|^[=+\-@'\t\r]/;

/** Example: cellOf("=1+1", true) is "'=1+1", cellOf("-1.5", false) is "-1.5", cellOf(null, true) is "". */
export const cellOf = (value: string | null, isText: boolean): string =>
  value === null ? "" : isText && GUARDED.test(value) ? `'${value}` : value;

/** Example: readCell("'=1+1") is "=1+1", readCell("'") is "", readCell("") is null. */
export const readCell = (cell: string): string | null =>
  cell === "" ? null : cell.startsWith("'") ? cell.slice(1) : cell;

export const writeTable = (columns: string[], rows: string[][]): string =>
  `${Papa.unparse([columns, ...rows], { newline: "\n" })}\n`;

/** Header and rows of a table's text; throws Refused, by file and line, where a row has not as many cells. */
export function readTable(file: string, text: string): { columns: string[]; rows: (string | null)[][] } {
  const { data, errors } = Papa.parse<string[]>(text, { delimiter: ",", newline: "\n", skipEmptyLines: false });
  const [columns = [], ...lines] = data;
  if (lines.at(-1)?.length === 1 && lines.at(-1)?.[0] === "") lines.pop();
  const odd = lines.findIndex((line) => line.length !== columns.length);
  if (errors.length > 0 || odd >= 0)
    throw new Refused(
      422,
      `${file}: line ${(errors[0]?.row ?? odd + 1) + 1} is no row of ${columns.length} cells (${columns.join(", ")}).`,
    );
  return { columns, rows: lines.map((line) => line.map(readCell)) };
}
