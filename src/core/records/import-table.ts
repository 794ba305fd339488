/**
 * Records from the rows of a table file: each read as a form would be, as a change of a record that stands or as a new one,
 * with what is wrong with it.
 */

import { Chooser, plain } from "./chooser";
import type { Chosen, Lists, RecordField, RecordKind } from "./describe";
import type { SchemeUnit } from "./form-texts";
import { type ColumnUse, namingFields, targetsOf, whichPath } from "./import-headings";
import { Standing, type StandingRecord } from "./standing";
import { NO, readSome, readTyped, type Typed, typedOf, type Writing, YES } from "./typed-record";
import type { Values } from "./values";

export interface Mapping {
  /** for each column of the file, or null where it is left out */
  columns: (ColumnUse | null)[];
  /** values of every row that has no column for them, as they would be typed; what stands already keeps its own */
  fixed: Record<string, string>;
  /** g/cm3; where the unit of a soil's level needs it */
  bulkDensity: number | null;
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
  /** the record that the row names */
  stands?: string;
}

export interface ImportWorld {
  lists: Lists;
  /** what each link can lead to, by its key */
  links: Record<string, Chosen[]>;
  /** the unit that a scheme has a nutrient in; undefined where it has none */
  schemeUnit: SchemeUnit;
  /** live records of the kind; a row that names one changes what the file has a column for, and nothing else */
  standing?: StandingRecord[];
}

/**
 * Reads rows as records of a kind; what is wrong stands by line and column. `lacking` names values that a new record must
 * have and that no column says.
 */
export function readRows(
  kind: RecordKind,
  header: string[],
  rows: string[][],
  firstLine: number,
  mapping: Mapping,
  world: ImportWorld,
  plainly: Writing,
): { records: ReadRow[]; problems: RowProblem[]; lacking: string[] } {
  const records: ReadRow[] = [];
  const problems: RowProblem[] = [];
  const lacking = new Set<string>();
  const targets = new Map(targetsOf(kind).map((t) => [t.path, t]));
  const columnOf = new Map(mapping.columns.flatMap((c, i) => (c ? [[c.path, header[i] ?? ""] as const] : [])));
  const writing: Writing = {
    ...plainly,
    unitOf: Object.fromEntries(mapping.columns.flatMap((c) => (c?.unit ? [[c.path, c.unit]] : []))),
    schemeUnit: world.schemeUnit,
    bulkDensity: mapping.bulkDensity,
  };
  const choosers = new Map<string, Chooser>();
  const chooserOf = (field: RecordField, of: string): Chooser => {
    const key = `${field.key} ${of}`;
    const known = choosers.get(key) ?? new Chooser(optionsOf(field, of, world), field.input === "listed" && field.own);
    choosers.set(key, known);
    return known;
  };
  const standing = new Standing(kind, world.standing ?? []);
  const naming = namingFields(kind);
  const identity = kind.fields.filter((f) => kind.unique.includes(f.key));
  const columns = new Set([...columnOf.keys()].map((path) => path.split(".")[0]));
  // what names a record is said in every row; what else is said so is for new ones
  const always = Object.fromEntries(Object.entries(mapping.fixed).filter(([key]) => kind.unique.includes(key)));
  for (const group of groupsOf(kind, rows, firstLine, mapping, always)) {
    const [{ line, cells }] = group as [Cells];
    const lineOf = (path: string) => group[Number(/\.(\d+)\./.exec(path)?.[1] ?? 0)]?.line ?? line;
    // fields of which something is said already
    const told = new Set<string>();
    const say = (path: string, message: string, at = lineOf(path)) => {
      const own = path.replace(/\.\d+\./, ".*.");
      problems.push({ line: at, column: columnOf.get(own) ?? targets.get(own)?.label ?? path, message });
      told.add(path.split(".")[0] ?? "");
    };
    const written = (has: Record<string, string>, fields: RecordField[], by: Typed = {}): Typed => {
      const typed: Typed = {};
      for (const field of fields) {
        const of = field.input === "listed" && field.by ? String(typed[field.by] ?? by[field.by] ?? "") : "";
        if (field.input === "amounts")
          typed[field.key] = Object.fromEntries(field.keys.map(({ key }) => [key, has[`${field.key}.${key}`] ?? ""]));
        else if (field.input === "lines") {
          const lines = linesOf(field, group, say, (column, text) => chooserOf(column, "").find(text));
          if (lines && (lines.length > 0 || !field.empty)) typed[field.key] = lines;
        } else typed[field.key] = chosen(field, has[field.key] ?? "", of);
      }
      return typed;
    };
    const chosen = (field: RecordField, text: string, of: string): string => {
      if (text === "" || !CHOSEN.includes(field.input)) return text;
      const found = chooserOf(field, of).find(text);
      if (found.ok) return found.value;
      if (!told.has(field.key)) say(field.key, `${field.label}: ${found.message}`);
      return "";
    };
    const own = standing.find(readSome(identity, written(cells, identity), writing));
    const [stands] = own;
    if (own.length > 1) {
      const more = identity.filter((f) => !columns.has(f.key)).map((f) => f.label.toLowerCase());
      say(
        naming[0]?.key ?? kind.unique.at(-1) ?? "",
        `"${cells[naming[0]?.key ?? ""]}" is the name of ${own.length} ${kind.many.toLowerCase()}: a column with the ${more.join(" and ")} says which`,
      );
      continue;
    }
    let typed: Typed;
    if (stands) {
      const before = typedOf(kind.fields, stands.values, writing);
      typed = joined(kind, before, written(cells, kind.fields, before), mapping);
    } else {
      typed = written({ ...mapping.fixed, ...cells }, kind.fields);
      for (const field of kind.fields)
        if (field.input === "listed" && field.by && typed[field.key] === "" && !columns.has(field.key)) {
          const options = world.lists[field.list].filter((entry) => entry.of === typed[field.by ?? ""]);
          // there is no other, or the first is what is meant where nothing is said
          if (options.length === 1 || field.first) typed[field.key] = options[0]?.value ?? "";
        }
      const without = kind.fields.filter(
        (f) =>
          !f.empty &&
          f.input !== "lines" &&
          !columns.has(f.key) &&
          (typed[f.key] === "" || f.input === "amounts") &&
          !told.has(f.key),
      );
      for (const f of without) lacking.add(f.key);
      if (without.length > 0) {
        const [name] = naming;
        const called =
          name && cells[name.key]
            ? `${name.label}: there is no ${kind.one} "${cells[name.key]}" yet; to add it`
            : "to add it";
        say(
          name?.key ?? without[0]?.key ?? "",
          `${called}, ${without.map((f) => f.label.toLowerCase()).join(", ")} ${without.length === 1 ? "is" : "are"} needed`,
        );
        for (const f of without) told.add(f.key);
      }
    }
    const { values, problems: wrong } = readTyped(kind, typed, writing);
    for (const [path, message] of Object.entries(wrong)) if (!told.has(path.split(".")[0] ?? "")) say(path, message);
    if (told.size > 0) continue;
    if (stands) records.push({ line, values: joined(kind, stands.values, values, mapping), stands: stands.id });
    else records.push({ line, values });
  }
  return { records, problems, lacking: [...lacking] };
}

/** What stands, with what the file has columns for in its place; what a record is called is spelled as it stands. */
function joined(kind: RecordKind, stands: Values, read: Values, mapping: Mapping): Values {
  const paths = mapping.columns.flatMap((c) => (c ? [c.path] : []));
  return Object.fromEntries(
    kind.fields.map(({ key, input }) => {
      const own = paths.filter((path) => path.split(".")[0] === key);
      if (own.length === 0 || kind.unique.includes(key)) return [key, stands[key]];
      if (input !== "amounts") return [key, read[key]];
      const amounts = { ...(stands[key] as Values) };
      for (const amount of own.map((path) => path.split(".")[1] ?? "")) {
        const value = (read[key] as Values | undefined)?.[amount];
        if (value === undefined) delete amounts[amount];
        else amounts[amount] = value;
      }
      return [key, amounts];
    }),
  );
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
function groupsOf(
  kind: RecordKind,
  rows: string[][],
  firstLine: number,
  mapping: Mapping,
  always: Record<string, string>,
): Cells[][] {
  const groups: Cells[][] = [];
  const inLines = mapping.columns.some((c) => c?.path.includes(".*"));
  for (const [i, row] of rows.entries()) {
    if (row.every((cell) => cell.trim() === "")) continue;
    const cells: Record<string, string> = { ...always };
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
