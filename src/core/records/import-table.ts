/**
 * Records from a table file: what it is taken for, which column is which value, and each row read as a form would be, with
 * what is wrong with it.
 */

import { levelUnit } from "../soil/level-units";
import { parseQuantity } from "../units/parse-quantity";
import { DIMENSIONS, displayUnit, type UnitSet } from "../units/units";
import { Chooser, plain } from "./chooser";
import type { Amount, Chosen, KindId, Lists, RecordField, RecordKind } from "./describe";
import type { SchemeUnit } from "./form-texts";
import { RECORD_KINDS } from "./kinds";
import { NO, readTyped, type Typed, type Writing, YES } from "./typed-record";
import type { Values } from "./values";

/** Where a column's cells go: "name", "levels.p"; and the unit of cells that say none. */
export interface ColumnUse {
  path: string;
  unit?: string;
}
export interface Mapping {
  /** for each column of the file, or null where it is left out */
  columns: (ColumnUse | null)[];
  /** values of every row whose column the file does not have, as they would be typed */
  fixed: Record<string, string>;
  /** g/cm3; where the unit of a soil's level needs it */
  bulkDensity: number | null;
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
const whichPath = (key: string) => `${key}.*`;

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

/** A heading's words, and its unit where it says one: "Area (ac)", "P [mg/kg]", "Depth, cm". */
export function headingOf(text: string): { words: string; unit: string } {
  const found = /^(.*?)\s*(?:[[(]([^\])]+)[\])]|,\s*([^,]+))\s*$/.exec(text);
  return { words: plain(found?.[1] ?? text), unit: (found?.[2] ?? found?.[3] ?? "").trim() };
}

/** Words of a heading that say an amount's element: "P", "phosphorus". */
const elementWords = ({ element }: Amount): string[] => (element ? [element.symbol, element.name] : []);

function wordsOf({ label, field, amount, path, lines }: Target): string[] {
  if (lines) return [`${lines.label} ${label}`, label, field.key].filter((w) => w !== "*").map(plain);
  if (amount) return [label, amount.key, `${field.label} ${label}`, path, ...elementWords(amount)].map(plain);
  return [field.label, field.key, ...(field.also ?? []), field.label.split(",")[0] ?? ""].map(plain);
}

/**
 * Which column is which value, by its heading; a value is taken once, by the heading that fits it first.
 *
 * Example: the headings "Field", "Sampled", "P [ppm]" of soil tests give fieldId, takenOn and levels.p in ppm.
 */
export function guessColumns(kind: RecordKind, header: string[], unitSet: UnitSet): (ColumnUse | null)[] {
  const targets = targetsOf(kind);
  const taken = new Set<string>();
  return header.map((heading) => {
    const { words, unit } = headingOf(heading);
    const whole = plain(heading);
    const target = targets.find(
      (t) => !taken.has(t.path) && wordsOf(t).some((w) => w !== "" && (w === words || w === whole)),
    );
    if (!target) return null;
    taken.add(target.path);
    const { amount } = target;
    if (amount?.element && elementWords(amount).some((w) => plain(w) === words || plain(w) === whole))
      return { path: target.path, unit: amount.element.symbol };
    return { path: target.path, ...(unit && isUnitOf(target, unit, unitSet) ? { unit } : {}) };
  });
}

/** Whether a word is a unit of what a target holds. */
export function isUnitOf({ field, path, amount }: Target, unit: string, unitSet: UnitSet): boolean {
  if (amount?.element?.symbol === unit) return true;
  if (path.startsWith("levels.")) return levelUnit(unit) !== null;
  return field.input === "number" && parseQuantity(`1 ${unit}`, field.dimension, { unitSet }).ok;
}

/** The kind whose values most headings fit; of several the first. Null where fewer than two fit. */
export function guessKind(header: string[], unitSet: UnitSet): KindId | null {
  const fits = Object.values(RECORD_KINDS).map((kind) => {
    const columns = guessColumns(kind, header, unitSet).filter((c) => c !== null);
    const needed = kind.fields.filter((f) => !f.empty && f.input !== "lines");
    const missing = needed.filter((f) => !columns.some((c) => c.path.split(".")[0] === f.key)).length;
    return { id: kind.id, score: columns.length - 1.5 * missing, columns: columns.length };
  });
  const best = fits.reduce((a, b) => (b.score > a.score ? b : a));
  return best.columns >= 2 ? best.id : null;
}

/** The unit that cells without one are in, of a target: the practice's, where neither file nor person says another. */
export function usualUnit({ field, path, amount }: Target, unitSet: UnitSet): string {
  if (amount?.element) return `${amount.label}, not ${amount.element.symbol}`;
  if (path.startsWith("levels.")) return "as the scheme has it";
  return field.input === "number" && DIMENSIONS.includes(field.dimension)
    ? (field.unit ?? displayUnit(field.dimension, { unitSet }))
    : "";
}

export interface RowProblem {
  /** of the file, its heading counted */
  line: number;
  column: string;
  message: string;
}
export interface ReadRow {
  line: number;
  values: Values;
}

export interface ImportWorld {
  lists: Lists;
  /** what each link can lead to, by its key */
  links: Record<string, Chosen[]>;
  /** the unit that a scheme has a nutrient in; undefined where it has none */
  schemeUnit: SchemeUnit;
}

/** Reads rows as records of a kind; what is wrong stands by line and column. */
export function readRows(
  kind: RecordKind,
  header: string[],
  rows: string[][],
  firstLine: number,
  mapping: Mapping,
  world: ImportWorld,
  writing: Writing,
): { records: ReadRow[]; problems: RowProblem[] } {
  const records: ReadRow[] = [];
  const problems: RowProblem[] = [];
  const targets = new Map(targetsOf(kind).map((t) => [t.path, t]));
  const columnOf = new Map(mapping.columns.flatMap((c, i) => (c ? [[c.path, header[i] ?? ""] as const] : [])));
  const units = Object.fromEntries(mapping.columns.flatMap((c) => (c?.unit ? [[c.path, c.unit]] : [])));
  const choosers = new Map<string, Chooser>();
  const chooserOf = (field: RecordField, of: string): Chooser => {
    const key = `${field.key} ${of}`;
    const known = choosers.get(key) ?? new Chooser(optionsOf(field, of, world), field.input === "listed" && field.own);
    choosers.set(key, known);
    return known;
  };
  for (const group of groupsOf(kind, rows, firstLine, mapping)) {
    const [{ line, cells }] = group as [Cells];
    const lineOf = (path: string) => group[Number(/\.(\d+)\./.exec(path)?.[1] ?? 0)]?.line ?? line;
    const say = (path: string, message: string, at = lineOf(path)) => {
      const own = path.replace(/\.\d+\./, ".*.");
      problems.push({ line: at, column: columnOf.get(own) ?? targets.get(own)?.label ?? path, message });
    };
    const typed: Typed = {};
    let bad = false;
    // fields whose rows are told already
    const told = new Set<string>();
    for (const field of kind.fields) {
      const of = field.input === "listed" && field.by ? String(typed[field.by] ?? "") : "";
      if (field.input === "amounts") {
        typed[field.key] = Object.fromEntries(field.keys.map(({ key }) => [key, cells[`${field.key}.${key}`] ?? ""]));
        continue;
      }
      if (field.input === "lines") {
        const lines = linesOf(field, group, say, (column, text) => chooserOf(column, "").find(text));
        if (lines === null) told.add(field.key);
        else if (lines.length > 0 || !field.empty) typed[field.key] = lines;
        continue;
      }
      const text = cells[field.key] ?? "";
      if (text === "" || !CHOSEN.includes(field.input)) {
        typed[field.key] = text;
        continue;
      }
      const chosen = chooserOf(field, of).find(text);
      if (chosen.ok) typed[field.key] = chosen.value;
      else {
        bad = true;
        say(field.key, `${field.label}: ${chosen.message}`);
        typed[field.key] = "";
      }
    }
    const { values, problems: wrong } = readTyped(kind, typed, {
      ...writing,
      unitOf: units,
      schemeUnit: world.schemeUnit,
      bulkDensity: mapping.bulkDensity,
    });
    for (const [path, message] of Object.entries(wrong)) {
      const known =
        told.has(path.split(".")[0] ?? "") ||
        (bad && problems.some((p) => p.line === line && p.column === (columnOf.get(path) ?? targets.get(path)?.label)));
      if (!known) say(path, message);
      bad = true;
    }
    bad ||= told.size > 0;
    if (!bad) records.push({ line, values });
  }
  return { records, problems };
}

/** Inputs whose text is one of a list. */
const CHOSEN: RecordField["input"][] = ["choice", "listed", "link", "yesNo"];

interface Cells {
  line: number;
  cells: Record<string, string>;
}

/**
 * Rows as records: one each; where columns are of lines, rows of the same name together (or without one, under the row that
 * has it).
 */
function groupsOf(kind: RecordKind, rows: string[][], firstLine: number, mapping: Mapping): Cells[][] {
  const groups: Cells[][] = [];
  const inLines = mapping.columns.some((c) => c?.path.includes(".*"));
  for (const [i, row] of rows.entries()) {
    if (row.every((cell) => cell.trim() === "")) continue;
    const cells: Record<string, string> = { ...mapping.fixed };
    for (const [c, use] of mapping.columns.entries()) if (use) cells[use.path] = (row[c] ?? "").trim();
    const own = { line: firstLine + i, cells };
    const [head] = groups.at(-1) ?? [];
    const same = head && kind.unique.every((key) => !cells[key] || plain(cells[key]) === plain(head.cells[key] ?? ""));
    if (inLines && same) groups.at(-1)?.push(own);
    else groups.push([own]);
  }
  return groups;
}

/** The lines of a field from a group's rows, as they would be typed; null where a row is none of its lines. */
function linesOf(
  field: RecordField & { input: "lines" },
  group: Cells[],
  say: (path: string, message: string, line?: number) => void,
  choose: (column: RecordField, text: string) => { ok: true; value: string } | { ok: false; message: string },
): Typed[] | null {
  const paths = field.columns.map((column) => ({ column, path: `${field.key}.*.${column.key}` }));
  const used = group.filter(({ cells }) => paths.some(({ path }) => (cells[path] ?? "") !== ""));
  if (used.length === 0) return [];
  const lines: Typed[] = field.names?.map(() => ({})) ?? [];
  let good = true;
  for (const [i, { line, cells }] of used.entries()) {
    const which = whichPath(field.key);
    const at = field.names ? lineNamed(field.names, cells[which] ?? "", i) : i;
    if (at === null) {
      good = false;
      say(
        which,
        `${field.nameOf ?? field.label}: "${cells[which]}" given, allowed is ${field.names?.join(", ")}`,
        line,
      );
      continue;
    }
    const typed: Typed = {};
    for (const { column, path } of paths) {
      const text = cells[path] ?? "";
      const chosen =
        text !== "" && CHOSEN.includes(column.input) ? choose(column, text) : { ok: true as const, value: text };
      if (!chosen.ok) {
        good = false;
        say(path, `${column.label}: ${chosen.message}`, line);
      } else typed[column.key] = chosen.value;
    }
    lines[at] = typed;
  }
  return good ? lines : null;
}

/** The line that a word or number names: "Jan", "january", "1"; without one, the next in order. */
function lineNamed(names: string[], text: string, next: number): number | null {
  const word = plain(text);
  if (word === "") return next < names.length ? next : null;
  const number = /^\d+$/.test(word) ? Number(word) - 1 : -1;
  if (number >= 0) return number < names.length ? number : null;
  const found = names.findIndex((n) => word.length >= 3 && plain(n).startsWith(word));
  return found >= 0 ? found : null;
}

const YES_WORDS = ["yes", "y", "true", "1", "x"];
const NO_WORDS = ["no", "n", "false", "0", "-"];

function optionsOf(field: RecordField, of: string, world: ImportWorld): Chosen[] {
  switch (field.input) {
    case "choice":
      return field.options;
    case "listed":
      return world.lists[field.list].filter((entry) => !field.by || entry.of === of);
    case "link":
      return world.links[field.key] ?? [];
    default:
      return [...YES_WORDS.map((label) => ({ value: YES, label })), ...NO_WORDS.map((label) => ({ value: NO, label }))];
  }
}
