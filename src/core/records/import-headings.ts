/** What a table file is by its headings: which kind of records, and which column is which value in what unit. */

import { levelUnit } from "../soil/level-units";
import { displayUnit } from "../units/display-units";
import { parseQuantity } from "../units/parse-quantity";
import { DIMENSIONS, type UnitSet } from "../units/units";
import { plain } from "./chooser";
import type { Amount, KindId, RecordField, RecordKind } from "./describe";
import { perOf } from "./inputs/price-unit";
import { RECORD_KINDS } from "./kinds";

/** Where a column's cells go: "name", "levels.p"; and the unit of cells that say none. */
export interface ColumnUse {
  path: string;
  unit?: string;
}

/** A value that a column can hold. */
export interface Target {
  path: string;
  label: string;
  field: RecordField;
  /** one of its amounts */
  amount?: Amount;
  /** the lines that it is a column of; the path has a star for which line */
  lines?: RecordField & { input: "lines" };
}

/** The path of the column that says which of a field's named lines a row is. */
export const whichPath = (key: string) => `${key}.*`;

/** All values of a kind that a column can hold, in the order of its form. */
export function targetsOf(kind: RecordKind): Target[] {
  return kind.fields.flatMap((field): Target[] => {
    if (field.input === "lines")
      return [
        ...(field.nameOf
          ? [{ path: whichPath(field.key), label: field.nameOf, field: NAME_OF_LINE, lines: field }]
          : []),
        ...field.columns.map((column) => ({
          path: `${field.key}.*.${column.key}`,
          label: column.label,
          field: column,
          lines: field,
        })),
      ];
    if (field.input === "amounts")
      return field.keys.map((amount) => ({ path: `${field.key}.${amount.key}`, label: amount.label, field, amount }));
    return [{ path: field.key, label: field.label, field }];
  });
}

const NAME_OF_LINE: RecordField = { key: "*", label: "Line", input: "text", empty: "default" };

/**
 * How a heading may be read: its words, and its unit where it says one, set apart or not; the likeliest first.
 *
 * Example: "Area (ac)", "Area, ac" and "Area ac" are each { words: "area", unit: "ac" }; "Area ac" may be called so as well.
 */
export function headingsOf(text: string): { words: string; unit: string; apart: boolean }[] {
  const marked = /^(.*?)\s*(?:[[(]([^\])]+)[\])]|,\s*([^,]+))\s*$/.exec(text);
  const spaced = text.replaceAll("_", " ").trim().split(/\s+/);
  // "Price per 100 kg", "Area ha", "Price/t"
  const behind = spaced.slice(1).map((_, i) => [spaced.slice(0, i + 1).join(" "), spaced.slice(i + 1).join(" ")]);
  const slash = text.indexOf("/");
  return [
    ...(marked ? [[marked[1] ?? "", marked[2] ?? marked[3] ?? ""]] : []),
    [text, ""],
    ...(slash > 0 ? [[text.slice(0, slash), text.slice(slash)]] : []),
    ...behind.reverse(),
  ].map(([words = "", unit = ""], i) => ({
    words: plain(words),
    unit: unit.trim(),
    apart: i === 0 && marked !== null,
  }));
}

/** Words of a heading that say an amount's element: "P", "phosphorus". */
const elementWords = ({ element }: Amount): string[] => (element ? [element.symbol, element.name] : []);

function wordsOf({ label, field, amount, path, lines }: Target): string[] {
  if (lines) return [`${lines.label} ${label}`, label, field.key].filter((w) => w !== "*").map(plain);
  if (amount) return [label, amount.key, `${field.label} ${label}`, path, ...elementWords(amount)].map(plain);
  return [field.label, field.key, ...(field.also ?? []), field.label.split(",")[0] ?? ""].map(plain);
}

/**
 * Which column is which value, by its heading; a value is taken once, by the heading that fits it first. A heading whose
 * words fit and whose unit is none of that value is left to whoever takes the file in.
 *
 * Example: the headings "Field", "Sampled", "P [ppm]" of soil tests give fieldId, takenOn and levels.p in ppm.
 */
export function guessColumns(kind: RecordKind, header: string[], unitSet: UnitSet): (ColumnUse | null)[] {
  const targets = targetsOf(kind);
  const taken = new Set<string>();
  return header.map((heading) => {
    for (const { words, unit, apart } of headingsOf(heading)) {
      const found = targets.find(
        (t) =>
          !taken.has(t.path) &&
          words !== "" &&
          wordsOf(t).includes(words) &&
          // what stands in brackets need be no unit; but a price for what is no amount could not be read
          (unit === "" || isUnitOf(t, unit, unitSet) || (apart && t.field.input !== "money")),
      );
      if (!found) continue;
      taken.add(found.path);
      const element = found.amount?.element;
      if (element && elementWords(found.amount as Amount).some((w) => plain(w) === words))
        return { path: found.path, unit: element.symbol };
      return { path: found.path, ...(unit && isUnitOf(found, unit, unitSet) ? { unit } : {}) };
    }
    return null;
  });
}

/** Whether a word is a unit of what a target holds. */
function isUnitOf({ field, path, amount }: Target, unit: string, unitSet: UnitSet): boolean {
  if (amount?.element?.symbol === unit) return true;
  if (path.startsWith("levels.")) return levelUnit(unit) !== null;
  if (field.input === "money") return perOf(field.per, unit, unitSet) !== null;
  if (field.input !== "number") return false;
  return unit === field.unit || parseQuantity(`1 ${unit}`, field.dimension, { unitSet }).ok;
}

/** Values that name a record in words: where a file has them, its rows may be of records that stand already. */
export const namingFields = (kind: RecordKind): RecordField[] =>
  kind.fields.filter((f) => f.input === "text" && kind.unique.includes(f.key));

/**
 * The kind whose values most headings fit; of several the first. Null where fewer than two fit. `named` says what share of
 * the rows name a record that stands already: of such a kind a file may lack what the records have.
 *
 * Example: "Product, Price per t" with the names of fertilisers is a price list of these.
 */
export function guessKind(
  header: string[],
  unitSet: UnitSet,
  named: (kind: RecordKind, columns: (ColumnUse | null)[]) => number = () => 0,
): KindId | null {
  const fits = Object.values(RECORD_KINDS).map((kind) => {
    const all = guessColumns(kind, header, unitSet);
    const columns = all.filter((c) => c !== null);
    const needed = kind.fields.filter((f) => !f.empty && f.input !== "lines");
    const missing = needed.filter((f) => !columns.some((c) => c.path.split(".")[0] === f.key)).length;
    const share = columns.length >= 2 ? named(kind, all) : 0;
    return { id: kind.id, score: columns.length - 1.5 * missing * (1 - share) + share, columns: columns.length };
  });
  const best = fits.reduce((a, b) => (b.score > a.score ? b : a));
  return best.columns >= 2 ? best.id : null;
}

/** The unit that cells without one are in, of a target: the practice's, where neither file nor person says another. */
export function usualUnit({ field, path, amount }: Target, unitSet: UnitSet): string {
  if (amount?.element) return `${amount.label}, not ${amount.element.symbol}`;
  if (path.startsWith("levels.")) return "as the scheme has it";
  if (field.input === "money") return `per ${field.per}`;
  return field.input === "number" && DIMENSIONS.includes(field.dimension)
    ? (field.unit ?? displayUnit(field.dimension, { unitSet }))
    : "";
}
