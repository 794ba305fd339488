/** Between a record's values and text as people type it, in a form or a table file, in the units of whoever typed it. */

import type { z } from "zod";
import { readTypedDate } from "../typed-date";
import { formatNumber, formatQuantity } from "../units/format-quantity";
import { parseQuantity } from "../units/parse-quantity";
import type { Dimension } from "../units/units";
import type { Amount, RecordField, RecordKind } from "./describe";
import type { Problems, Reading, Typed, Writing } from "./form-texts";
import { perOf } from "./inputs/price-unit";
import { readLevelsTyped } from "./typed-levels";

export type { Problems, Typed, Writing };

import { type Values, valuesSchema } from "./values";

export const YES = "yes";
export const NO = "no";

/** The form's texts of a record; of a new one where values are missing. */
export function typedOf(fields: RecordField[], values: Values, units: Pick<Writing, "unitSet" | "decimal">): Typed {
  return Object.fromEntries(fields.map((field) => [field.key, textOf(field, values[field.key], units)]));
}

function textOf(field: RecordField, value: unknown, units: Pick<Writing, "unitSet" | "decimal">): unknown {
  switch (field.input) {
    case "amounts":
      return Object.fromEntries(
        field.keys.map(({ key }) => [key, plain((value as Values | undefined)?.[key], units.decimal)]),
      );
    case "lines": {
      const lines = (value as Values[] | undefined) ?? field.names?.map(() => ({})) ?? [];
      return lines.map((line) => typedOf(field.columns, line, units));
    }
    case "yesNo":
      return value === true ? YES : value === false ? NO : "";
    case "money":
      return typeof value === "number" ? plain(value / 100, units.decimal) : "";
    case "number":
      return typeof value === "number" ? shortest(value, field, units) : "";
    case "boundary":
      return value ? JSON.stringify(value) : "";
    default:
      return value === null || value === undefined ? "" : String(value);
  }
}

const plain = (value: unknown, decimal: "point" | "comma") =>
  typeof value === "number" ? String(value).replace(".", decimal === "comma" ? "," : ".") : "";

/** The number in the shown unit with as few decimals as still read back as what was kept. */
function shortest(
  value: number,
  field: RecordField & { input: "number" },
  units: Pick<Writing, "unitSet" | "decimal">,
): string {
  let text = "";
  for (let decimals = 0; decimals <= 6; decimals++) {
    const shown = formatQuantity(value, field.dimension, { ...units, decimals });
    text = shown.ok ? shown.value.number : "";
    const back = parseQuantity(text, field.dimension, units);
    if (back.ok && Math.abs(back.value.si - value) <= 1e-6 * Math.max(1, Math.abs(value))) break;
  }
  return text;
}

/** Reads a form: the record's values, or what is wrong with which of them, with what was given and what is allowed. */
export function readTyped(kind: RecordKind, typed: Typed, writing: Writing): { values: Values; problems: Problems } {
  const problems: Problems = {};
  const values = readFields(kind.fields, typed, writing, "", problems);
  for (const field of kind.fields)
    if (field.input === "amounts" && field.levels)
      values[field.key] = readLevelsTyped(
        field,
        typed,
        values,
        writing,
        (label, text) => quantity(label, text, "count", writing),
        problems,
      );
  const parsed = valuesSchema(kind).safeParse(values);
  if (parsed.error)
    for (const issue of parsed.error.issues) {
      const path = issue.path.map(String);
      problems[path.join(".")] ??= inWords(issue, fieldAt(kind.fields, path), textAt(typed, path), writing);
    }
  return { values: parsed.success ? parsed.data : values, problems };
}

/** Some values of a form, as far as they can be read. */
export const readSome = (fields: RecordField[], typed: Typed, writing: Writing): Values =>
  readFields(fields, typed, writing, "", {});

function readFields(fields: RecordField[], typed: Typed, writing: Writing, at: string, problems: Problems): Values {
  const values: Values = {};
  for (const field of fields) {
    const path = `${at}${field.key}`;
    const raw = typed[field.key];
    if (field.input === "amounts") {
      // read when the values that they rest on are
      if (field.levels) continue;
      const amounts: Values = {};
      for (const amount of field.keys) {
        const { key } = amount;
        const text = String((raw as Typed | undefined)?.[key] ?? "").trim();
        if (text === "") continue;
        const read = readAmount(amount, text, writing, `${path}.${key}`);
        if (read.ok) amounts[key] = read.value;
        else problems[`${path}.${key}`] = read.message;
      }
      values[field.key] = amounts;
      continue;
    }
    if (field.input === "lines") {
      values[field.key] = ((raw as Typed[] | undefined) ?? []).map((line, i) =>
        readFields(field.columns, line, writing, `${path}.${i}.`, problems),
      );
      continue;
    }
    const text = String(raw ?? "").trim();
    if (text === "") {
      if (field.empty === "null") values[field.key] = null;
      else if (!field.empty && !(path in problems)) problems[path] = `${field.label}: nothing given`;
      continue;
    }
    const read = readText(field, text, writing, path);
    if (read.ok) values[field.key] = read.value;
    else problems[path] = read.message;
  }
  return values;
}

/** An amount in its own form, or in that of its element: of 43.64 % P in P2O5, "0.26 P" is 0.596 P2O5. */
function readAmount({ label, element }: Amount, text: string, writing: Writing, path: string): Reading<number> {
  const own = text.replace(/\s*%\s*/, " ").trim();
  const typed = element && own.toLowerCase().endsWith(` ${element.symbol.toLowerCase()}`);
  const read = quantity(label, typed ? own.slice(0, -element.symbol.length - 1) : own, "count", writing);
  if (!read.ok || !element || !(typed || writing.unitOf?.[path] === element.symbol)) return read;
  return { ok: true, value: Number((read.value / element.share).toPrecision(4)) };
}

function readText(
  field: RecordField,
  text: string,
  writing: Writing,
  path: string,
): { ok: true; value: unknown } | { ok: false; message: string } {
  const unit = writing.unitOf?.[path.replace(/\.\d+\./, ".*.")];
  switch (field.input) {
    case "number":
      // "h" of a working day is the only unit that it has, and none that is reckoned with
      return quantity(field.label, text, field.dimension, writing, unit === field.unit ? undefined : unit);
    case "money": {
      const read = quantity(field.label, text, "count", writing);
      const times = unit ? perOf(field.per, unit, writing.unitSet) : 1;
      if (times === null)
        return {
          ok: false,
          message: `${field.label}: "${unit}" given, allowed is a price for an amount such as ${field.per}`,
        };
      return read.ok ? { ok: true, value: Math.round(read.value * times * 100) } : read;
    }
    case "date": {
      const read = readTypedDate(text, writing.today, field.label);
      return read.ok ? read : { ok: false, message: read.errors[0]?.message ?? `${field.label}: no date` };
    }
    case "yesNo":
      return { ok: true, value: text === YES };
    case "boundary":
      return readJson(field.label, text);
    default:
      return { ok: true, value: text };
  }
}

function quantity(label: string, text: string, dimension: Dimension, writing: Writing, unit?: string): Reading<number> {
  const read = parseQuantity(text, dimension, {
    unitSet: writing.unitSet,
    decimal: writing.decimal,
    field: label,
    ...(unit ? { defaultUnit: unit } : {}),
  });
  return read.ok
    ? { ok: true, value: read.value.si }
    : { ok: false, message: read.errors[0]?.message ?? `${label}: no quantity` };
}

function readJson(label: string, text: string): Reading<unknown> {
  try {
    return { ok: true, value: JSON.parse(text) };
  } catch {
    return { ok: false, message: `${label}: this is no GeoJSON` };
  }
}

/** The field that a path leads to; of an amount, the field that holds it. */
function fieldAt(fields: RecordField[], path: string[]): RecordField | undefined {
  const [key, , inner] = path;
  const field = fields.find((f) => f.key === key);
  return field?.input === "lines" && inner ? field.columns.find((c) => c.key === inner) : field;
}

function textAt(typed: Typed, path: string[]): string {
  const found = path.reduce<unknown>((at, key) => (at as Typed | undefined)?.[key], typed);
  return typeof found === "string" ? found.trim() : "";
}

/** A schema's word on a value, in the words and units of the form. */
function inWords(issue: z.core.$ZodIssue, field: RecordField | undefined, given: string, writing: Writing): string {
  const label = field?.label ?? issue.path.join(".");
  const amount = field?.input === "amounts" ? String(issue.path.at(-1)) : "";
  const bound = (limit: number | bigint) => {
    const value = Number(limit);
    const number = (n: number) => formatNumber(n, { decimal: writing.decimal });
    if (field?.input === "money") return number(value / 100);
    if (field?.input !== "number") return number(value);
    const shown = formatQuantity(value, field.dimension, writing);
    return [shown.ok ? shown.value.number : number(value), field.unit ?? (shown.ok ? shown.value.unit : "")]
      .filter(Boolean)
      .join(" ");
  };
  const said = (allowed: string) => `${amount || label}: ${given || "nothing"} given, allowed is ${allowed}`;
  if (issue.code === "too_small" && issue.origin === "number")
    return said(`${issue.inclusive ? "from" : "above"} ${bound(issue.minimum)}`);
  if (issue.code === "too_big" && issue.origin === "number")
    return said(`${issue.inclusive ? "up to" : "below"} ${bound(issue.maximum)}`);
  if (issue.code === "too_small" && issue.origin === "string") return `${label}: nothing given`;
  if (issue.code === "too_big" && issue.origin === "string")
    return `${label}: ${given.length} letters given, allowed are up to ${issue.maximum}`;
  if (issue.code === "invalid_type" && issue.expected === "int") return said("a whole number");
  if (issue.code === "invalid_type") return given ? said(String(issue.expected)) : `${label}: nothing given`;
  return `${label}: ${issue.message}`;
}
