/** A CSV file of daily weather, from its bytes to rows: what cannot be read at all is said before any row is looked at. */

import Papa from "papaparse";

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
  if (bytes.length === 0) return { ok: false, message: "The file is empty." };
  if (bytes.length > MOST_BYTES)
    return { ok: false, message: `The file has ${bytes.length} bytes; allowed are ${MOST_BYTES}. Split it by years.` };
  if ((bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff))
    return { ok: false, message: "The file is written in UTF-16. Save it again as CSV in UTF-8." };
  const end = firstBadByte(bytes);
  if (end !== null) {
    const line = bytes.subarray(0, end).reduce((n, b) => n + (b === 10 ? 1 : 0), 1);
    return {
      ok: false,
      message: `The file is not written in UTF-8: line ${line} holds the byte ${(bytes[end] as number).toString(16).toUpperCase()}. Save it again as CSV in UTF-8.`,
    };
  }
  const text = new TextDecoder("utf-8").decode(bytes);
  if (text.includes("\0"))
    return { ok: false, message: "The file holds zero bytes: it is no text, or its encoding is not UTF-8." };
  const parsed = Papa.parse<string[]>(text, { skipEmptyLines: false });
  const lines = parsed.data;
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

/** Position of the first byte that is no UTF-8; null where all are. */
function firstBadByte(bytes: Uint8Array): number | null {
  try {
    new TextDecoder("utf-8", { fatal: true }).decode(bytes);
    return null;
  } catch {
    let good = 0;
    let bad = bytes.length;
    // the longest sound beginning, by halving; a cut inside a letter counts as sound up to three bytes short
    while (bad - good > 1) {
      const middle = (good + bad) >> 1;
      if (isSound(bytes.subarray(0, middle))) good = middle;
      else bad = middle;
    }
    return Math.min(good, bytes.length - 1);
  }
}

function isSound(bytes: Uint8Array): boolean {
  try {
    new TextDecoder("utf-8", { fatal: true }).decode(bytes, { stream: true });
    return true;
  } catch {
    return false;
  }
}
