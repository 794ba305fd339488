/**
 * The expressions by which figures are computed. An expression is made once, computes its value and prints itself, so that the working
 * that is shown cannot differ from the number. It computes with quantities: powers of ten between units take care of themselves, and
 * whoever reads in other units reads the same formula.
 *
 * Example: over(minus(times(target, uptake), soil), recovery) of 8.5 t/ha, 24 kg/t, 94 kg/ha and 0.65 gives, in kg/ha,
 * (8.5 x 24 - 94) / 0.65 = 169.2 and prints "(target x uptake - soil mineral N) / recovery".
 */

import type { MeasureId } from "../units/measure-ids";
import { MEASURE_SIZES } from "../units/measure-sizes";
import { printedUnit } from "../units/printed-units";
import type { Input } from "./input";

/** A number with the powers of ten by which it is larger, what it prints as, and what went into it. */
export interface Expression {
  value: number;
  ten: number;
  text: string;
  /** how firmly its parts hold together */
  binds: 0 | 1 | 2 | 3 | 4;
  inputs: readonly Input[];
}

/** What an expression is made from: another, a value that goes in, a plain number. */
export type Term = Expression | Input | number;

const [CLAUSE, SUM, PRODUCT, POWER, ATOM] = [0, 1, 2, 3, 4] as const;

/** A number times ten to a whole power, with the least that a computer loses on the way. */
const shifted = (value: number, ten: number): number => (ten >= 0 ? value * 10 ** ten : value / 10 ** -ten);

/** The powers of ten of a unit. */
const tenOf = (unit: MeasureId | undefined): number => MEASURE_SIZES[unit ?? ""][0];

function asExpression(term: Term): Expression {
  if (typeof term === "number")
    return {
      value: term,
      ten: 0,
      text: term.toLocaleString("en-GB", { maximumFractionDigits: 12 }),
      binds: ATOM,
      inputs: [],
    };
  if (!("label" in term)) return term;
  if (typeof term.value !== "number") throw new Error(`"${term.label}" is no number: ${term.value}`);
  return { value: term.value, ten: tenOf(term.unit), text: term.label, binds: ATOM, inputs: [term] };
}

/** An expression's value in a unit. Example: times of 8.5 t/ha and 24 kg/t in "kg/ha" is 204. */
export const valueIn = ({ value, ten }: Expression, unit: MeasureId): number => shifted(value, ten - tenOf(unit));

/** As an operand of something that holds its parts so firmly. */
const held = ({ text, binds }: Expression, by: number): string => (binds < by ? `(${text})` : text);

function joined(
  terms: readonly Term[],
  sign: string,
  binds: Expression["binds"],
  holds: (at: number) => number,
  combine: (parts: Expression[]) => { value: number; ten: number },
): Expression {
  const parts = terms.map(asExpression);
  return {
    ...combine(parts),
    text: parts.map((part, i) => held(part, holds(i))).join(sign),
    binds,
    inputs: parts.flatMap((part) => part.inputs),
  };
}

/** All in the powers of ten of the first that is not zero. */
function levelled(parts: Expression[]): { values: number[]; ten: number } {
  const ten = parts.find((part) => part.value !== 0)?.ten ?? parts[0]?.ten ?? 0;
  return { values: parts.map((part) => shifted(part.value, part.value === 0 ? 0 : part.ten - ten)), ten };
}

/** a + b + ... */
export const plus = (...terms: Term[]): Expression =>
  terms.length === 1
    ? asExpression(terms[0] as Term)
    : joined(
        terms,
        " + ",
        SUM,
        () => SUM,
        (parts) => {
          const { values, ten } = levelled(parts);
          return { value: values.reduce((a, b) => a + b, 0), ten };
        },
      );

/** a - b - ... */
export const minus = (...terms: Term[]): Expression =>
  terms.length === 1
    ? asExpression(terms[0] as Term)
    : joined(
        terms,
        " - ",
        SUM,
        (at) => (at === 0 ? SUM : PRODUCT),
        (parts) => {
          const { values, ten } = levelled(parts);
          return { value: values.reduce((a, b) => a - b), ten };
        },
      );

/** a x b x ... */
export const times = (...terms: Term[]): Expression =>
  terms.length === 1
    ? asExpression(terms[0] as Term)
    : joined(
        terms,
        " x ",
        PRODUCT,
        () => PRODUCT,
        (parts) => ({
          value: parts.reduce((product, part) => product * part.value, 1),
          ten: parts.reduce((sum, part) => sum + part.ten, 0),
        }),
      );

/** a / b / ... */
export const over = (...terms: Term[]): Expression =>
  joined(
    terms,
    " / ",
    PRODUCT,
    (at) => (at === 0 ? PRODUCT : POWER),
    (parts) => ({
      value: parts.map((part) => part.value).reduce((a, b) => a / b),
      ten: parts.map((part) => part.ten).reduce((a, b) => a - b),
    }),
  );

/** base^exponent; the exponent is a plain number or share. */
export const power = (base: Term, exponent: Term): Expression =>
  joined(
    [base, exponent],
    "^",
    POWER,
    () => ATOM,
    ([b, e]) => ({ value: plain(b as Expression) ** plain(e as Expression), ten: 0 }),
  );

/** So many are printed one by one. */
const FEW = 4;
const unlessMany = (whole: Expression, name: string, { length }: readonly Input[]): Expression =>
  length > FEW ? { ...whole, text: `${name} of the ${length} lines`, binds: ATOM } : whole;

/** A sum, and a product, of lines that are not printed one by one where they are more than a few. */
export const sum = (lines: readonly Input[]): Expression =>
  unlessMany(plus(...(lines.length > 0 ? lines : [0])), "sum", lines);
export const product = (lines: readonly Input[]): Expression =>
  unlessMany(times(...(lines.length > 0 ? lines : [1])), "product", lines);

const plain = ({ value, ten }: Expression): number => shifted(value, ten);

/** A clause behind an expression: "..., at least 0". */
function clause(term: Term, words: string, limit: Term | null, change: (value: number, limit: number) => number) {
  const of = asExpression(term);
  const by = limit === null ? null : asExpression(limit);
  const level = by === null || by.value === 0 ? (by?.value ?? 0) : shifted(by.value, by.ten - of.ten);
  return {
    value: change(of.value, level),
    ten: of.ten,
    text: `${of.text}, ${words}${by ? ` ${held(by, PRODUCT)}` : ""}`,
    binds: CLAUSE,
    inputs: [...of.inputs, ...(by?.inputs ?? [])],
  } satisfies Expression;
}
export const atLeast = (term: Term, floor: Term): Expression => clause(term, "at least", floor, Math.max);
export const atMost = (term: Term, ceiling: Term): Expression => clause(term, "at most", ceiling, Math.min);

/** A hair over a whole number is that number to whoever counts bags. */
const HAIR = 1e-9;
/** Whole ones: bags, trays, bales. */
export const wholeOnes = (term: Term): Expression => {
  const of = asExpression(term);
  return clause({ ...of, value: plain(of), ten: 0 }, "whole ones", null, (value) => Math.ceil(value - HAIR));
};
export const rounded = (term: Term): Expression => clause(term, "rounded", null, Math.round);

/** e to a power. */
export const exp = (term: Term): Expression => {
  const of = asExpression(term);
  return { value: Math.exp(plain(of)), ten: 0, text: `exp(${of.text})`, binds: ATOM, inputs: of.inputs };
};

/** A value as the bare number that it is in its own unit, for formulas that were fitted to numbers: "organic matter in %". */
export function numberOf(input: Input): Expression {
  const of = asExpression(input);
  return { ...of, ten: 0, text: input.unit ? `${input.label} in ${printedUnit(input.unit)}` : input.label };
}
/** What such a formula gives, in its unit: "(20 x organic matter in %) kg/ha". */
export function asMeasure(term: Term, unit: MeasureId): Expression {
  const of = asExpression(term);
  return {
    value: plain(of),
    ten: tenOf(unit),
    text: `(${of.text}) ${printedUnit(unit)}`,
    binds: ATOM,
    inputs: of.inputs,
  };
}
/**
 * What is no sum over a few values but a rule with a name: a table, a walk through the days, a share of a spread. "clause" for a name that
 * is a formula itself, and stands in brackets where it goes into another.
 */
export const rule = (
  name: string,
  inputs: readonly Input[],
  value: number,
  unit: MeasureId,
  kind: "name" | "clause" = "name",
): Expression => ({ value, ten: tenOf(unit), text: name, binds: kind === "name" ? ATOM : CLAUSE, inputs });
