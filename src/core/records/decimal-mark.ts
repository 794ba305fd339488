/** Which decimal mark a file's numbers have, by the numbers themselves. */

interface DecimalSeen {
  mark: "point" | "comma";
  /** the cell that says it, and its line in the file */
  text: string;
  line: number;
}

/** A number alone or with a unit behind it: no date, no code. */
const NUMBER = /^[-+−]?\d[\d.,' \u00a0\u202f]*\d(?:\s*[^\d\s.,][^\d]*)?$/;

/**
 * What the cells say: by each mark the first cell that can only be read with it. One comma or point before just three
 * digits says nothing ("1,250" is either), two of a kind only that they group.
 *
 * Example: decimalMarksOf([["3,5", "1.250,00"]], 2) is { comma: { mark: "comma", text: "3,5", line: 2 } }.
 */
export function decimalMarksOf(rows: string[][], firstLine: number): Partial<Record<DecimalSeen["mark"], DecimalSeen>> {
  const seen: Partial<Record<DecimalSeen["mark"], DecimalSeen>> = {};
  for (const [i, row] of rows.entries())
    for (const cell of row) {
      const text = cell.trim();
      const mark = markOf(text);
      if (mark) seen[mark] ??= { mark, text, line: firstLine + i };
    }
  return seen;
}

function markOf(text: string): DecimalSeen["mark"] | null {
  if (!NUMBER.test(text)) return null;
  const marks = text.replace(/[^.,]/g, "");
  if (marks === "") return null;
  const last = marks.at(-1) as string;
  const decimal = last === "," ? "comma" : "point";
  // 1.234,5 and 1,234.5: the last one parts the decimals; 1.234.567 and 31.12.2026 are no decimals
  if (marks.length > 1) return new Set(marks).size === 2 && marks.indexOf(last) === marks.length - 1 ? decimal : null;
  const [before = "", after = ""] = text.split(last);
  const decimals = /^\d*/.exec(after)?.[0] ?? "";
  // 1,250 is either; 0,250 and 12345,678 can only be decimals
  return decimals.length === 3 && /^[-+−]?[1-9]\d{0,2}$/.test(before) ? null : decimal;
}
