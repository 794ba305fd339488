/**
 * Reads a figure's formula as it is printed and works it out from the values that are shown beside it. It knows nothing of the code that
 * made the formula: names of inputs, numbers, + - x / ^, brackets, "at least", "at most", "rounded", "whole ones", "in kg/ha" for
 * the bare number in a unit, "(...) kg/ha" for a bare number that is meant in one, "sum of the 7 lines". Dimensions are worked out with it:
 * what is added must be alike, and the whole must be of the figure's unit.
 */

import type { Figure, Input } from "../../src/core/figure/figure";
import { MEASURE_IDS, type MeasureId } from "../../src/core/units/measure-ids";
import { type BaseUnit, MEASURE_SIZES } from "../../src/core/units/measure-sizes";
import { printedUnit } from "../../src/core/units/printed-units";

type Of = Partial<Record<BaseUnit, number>>;
interface Quantity {
  value: number;
  of: Of;
}
export type Rules = Record<string, ((values: number[]) => number) | null>;

const inMetres = (value: number, unit: MeasureId | undefined): Quantity => {
  const [ten, of = {}] = MEASURE_SIZES[unit ?? ""];
  return { value: value * 10 ** ten, of };
};
const combined = (a: Of, b: Of, sign: 1 | -1): Of => {
  const out: Record<string, number> = { ...a };
  for (const [base, n] of Object.entries(b)) out[base] = (out[base] ?? 0) + sign * n;
  return Object.fromEntries(Object.entries(out).filter(([, n]) => Math.abs(n) > 1e-9));
};
const alike = (a: Of, b: Of): boolean => Object.keys(combined(a, b, -1)).length === 0;
const UNITS = MEASURE_IDS.filter((id) => id !== "" && id !== "share" && id !== "pH").map(
  (id) => [printedUnit(id), id] as const,
);
const longestFirst = <T>(list: readonly T[], text: (one: T) => string): T[] =>
  [...list].sort((a, b) => text(b).length - text(a).length);
const itself = (text: string): string => text;

/** What a figure's printed formula comes to, in the figure's unit; null where a rule that is not worked out here is in it. Throws on what it cannot read. */
export function evaluate({ formula = "", inputs, unit }: Figure, rules: Rules): number | null {
  const names = longestFirst([...new Set(inputs.map((i) => i.label))], itself);
  const used = new Map<string, number>();
  const ruleNames = longestFirst(Object.keys(rules), itself);
  const units = longestFirst(UNITS, ([text]) => text);
  let at = 0;
  let unknown = false;
  const fail = (what: string): never => {
    throw new Error(`"${formula}" cannot be read at ${at}: ${what}`);
  };
  const eat = (text: string): boolean => {
    if (!formula.startsWith(text, at)) return false;
    at += text.length;
    return true;
  };
  /** the input of a name; of several of one name each in its turn */
  const take = (label: string): Input => {
    const all = inputs.filter((i) => i.label === label);
    const turn = used.get(label) ?? 0;
    used.set(label, turn + 1);
    return all[turn % all.length] as Input;
  };
  const unitHere = (): MeasureId | null => {
    const found = units.find(([text]) => formula.startsWith(text, at));
    if (!found) return null;
    at += found[0].length;
    return found[1];
  };
  const bare = (q: Quantity, what: string): number =>
    alike(q.of, {}) ? q.value : fail(`${what} is no bare number: ${JSON.stringify(q.of)}`);

  function clauses(): Quantity {
    let q = sum();
    for (;;) {
      const limit = eat(", at least ") ? Math.max : eat(", at most ") ? Math.min : null;
      if (limit) {
        const other = product();
        if (other.value !== 0 && !alike(q.of, other.of)) fail("a limit of another kind");
        q = { value: limit(q.value, other.value), of: q.of };
      } else if (eat(", whole ones")) q = { value: Math.ceil(bare(q, "whole ones") - 1e-9), of: {} };
      else if (eat(", rounded")) q = { value: Math.round(q.value), of: q.of };
      else return q;
    }
  }
  function sum(): Quantity {
    let q = product();
    for (;;) {
      const sign = eat(" + ") ? 1 : eat(" - ") ? -1 : 0;
      if (sign === 0) return q;
      const other = product();
      if (q.value !== 0 && other.value !== 0 && !alike(q.of, other.of))
        fail(`unlike things are added: ${JSON.stringify([q.of, other.of])}`);
      q = { value: q.value + sign * other.value, of: q.value === 0 ? other.of : q.of };
    }
  }
  function product(): Quantity {
    let q = power();
    for (;;) {
      const sign = eat(" x ") ? 1 : eat(" / ") ? -1 : 0;
      if (sign === 0) return q;
      const other = power();
      q = {
        value: sign === 1 ? q.value * other.value : q.value / other.value,
        of: combined(q.of, other.of, sign as 1 | -1),
      };
    }
  }
  function power(): Quantity {
    const base = atom();
    if (!eat("^")) return base;
    const exponent = bare(atom(), "an exponent");
    return {
      value: base.value ** exponent,
      of: Object.fromEntries(Object.entries(base.of).map(([b, n]) => [b, n * exponent])),
    };
  }
  function lines(): Quantity[] | null {
    const of = /^(sum|product) of the (\d+) lines/.exec(formula.slice(at));
    if (!of) return null;
    if (Number(of[2]) !== inputs.length) fail(`${inputs.length} lines are shown`);
    at += of[0].length;
    return inputs.map((i) => inMetres(Number(i.value), i.unit));
  }
  function atom(): Quantity {
    const rule = ruleNames.find((name) => formula.startsWith(name, at));
    if (rule !== undefined) {
      at += rule.length;
      const work = rules[rule];
      if (!work) unknown = true;
      return inMetres(work ? work(inputs.map((i) => Number(i.value))) : 0, unit);
    }
    const word = formula.slice(at).startsWith("sum") ? "sum" : "product";
    const all = lines();
    if (all) {
      const [first, ...others] = all;
      if (!first) return fail("no lines");
      return others.reduce((a, b) => {
        if (word === "product") return { value: a.value * b.value, of: combined(a.of, b.of, 1) };
        if (!alike(a.of, b.of)) fail("unlike lines");
        return { value: a.value + b.value, of: a.of };
      }, first);
    }
    const label = names.find((name) => formula.startsWith(name, at));
    if (label !== undefined) {
      at += label.length;
      const input = take(label);
      if (typeof input.value !== "number") fail(`"${label}" is ${input.value}`);
      if (eat(" in ")) {
        const own = unitHere();
        if (own === null || printedUnit(own) !== printedUnit(input.unit ?? "")) fail(`"${label}" is in ${input.unit}`);
        return { value: Number(input.value), of: {} };
      }
      return inMetres(Number(input.value), input.unit);
    }
    if (eat("(")) {
      const q = clauses();
      if (!eat(")")) fail("no end of a bracket");
      const before = at;
      if (!eat(" ")) return q;
      const meant = unitHere();
      if (meant === null) {
        at = before;
        return q;
      }
      return inMetres(bare(q, "what is meant in a unit"), meant);
    }
    const number = /^(\d{1,3}(,\d{3})+|\d+)(\.\d+)?/.exec(formula.slice(at));
    if (!number) return fail("neither a name nor a number");
    at += number[0].length;
    return { value: Number(number[0].replaceAll(",", "")), of: {} };
  }

  const whole = clauses();
  if (at < formula.length) fail("something is left over");
  if (unknown) return null;
  const [ten, of = {}] = MEASURE_SIZES[unit];
  if (whole.value !== 0 && !alike(whole.of, of))
    throw new Error(`"${formula}" is of ${JSON.stringify(whole.of)}, and shown in ${unit}`);
  return whole.value / 10 ** ten;
}
