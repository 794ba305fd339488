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

/**
 * A number with the powers of ten by which it is larger, and what it is made of. It computes at once and prints when somebody looks: a draft has
 * two hundred figures, and nobody opens more than a few.
 */
export interface Expression {
  readonly value: number;
  readonly ten: number;
  /** how firmly its parts hold together */
  readonly binds: 0 | 1 | 2 | 3 | 4;
  readonly parts: readonly Term[];
  readonly print: (parts: readonly Term[]) => string;
}

/** What an expression is made from: another, a value that goes in, a plain number. */
export type Term = Expression | Input | number;

const [CLAUSE, SUM, PRODUCT, POWER, ATOM] = [0, 1, 2, 3, 4] as const;

/** The formula of a term. Example: of times(target, uptake) "target x uptake". */
export const textOf = (term: Term): string =>
  typeof term === "number" ? written(term) : "print" in term ? term.print(term.parts) : term.label;

/** All that went into a term, in the order of its formula. */
export function inputsOf(term: Term): Input[] {
  if (typeof term === "number") return [];
  return "print" in term ? term.parts.flatMap(inputsOf) : [term];
}

/** A plain number as it is printed: "10,000". */
const written = (value: number): string =>
  Math.abs(value) < 1000 ? String(value) : String(value).replace(/\B(?=(\d{3})+(?!\d))(?<!\.\d*)/g, ",");

/** A number times ten to a whole power, with the least that a computer loses on the way. */
const shifted = (value: number, ten: number): number => (ten >= 0 ? value * 10 ** ten : value / 10 ** -ten);

/** The powers of ten of a unit, and of a term. */
const tenOf = (unit: MeasureId | undefined): number => MEASURE_SIZES[unit ?? ""][0];
const tens = (term: Term): number => (typeof term === "number" ? 0 : "print" in term ? term.ten : tenOf(term.unit));

function numberIn(term: Term): number {
  if (typeof term === "number") return term;
  const { value } = term;
  if (typeof value !== "number") throw new Error(`"${textOf(term)}" is no number: ${value}`);
  return value;
}

/** A term's value in a unit. Example: times of 8.5 t/ha and 24 kg/t in "kg/ha" is 204. */
export const valueIn = (term: Term, unit: MeasureId): number => shifted(numberIn(term), tens(term) - tenOf(unit));
const plain = (term: Term): number => shifted(numberIn(term), tens(term));

/** As an operand of something that holds its parts so firmly. */
const held = (part: Term, by: number): string =>
  typeof part !== "number" && "print" in part && part.binds < by ? `(${textOf(part)})` : textOf(part);

/** Parts joined by a sign, each held so firmly; the first may be held otherwise. */
const joinedBy =
  (sign: string, by: number, first = by) =>
  (parts: readonly Term[]): string =>
    parts.map((part, i) => held(part, i === 0 ? first : by)).join(sign);

/** The first value and the rest of them added, so many times each, in the powers of ten of the first that is not zero. */
function added(terms: readonly Term[], sign: 1 | -1, print: Expression["print"]): Expression {
  let ten = tens(terms[0] as Term);
  let value = numberIn(terms[0] as Term);
  for (let i = 1; i < terms.length; i++) {
    const term = terms[i] as Term;
    const more = numberIn(term);
    if (more === 0) continue;
    if (value === 0) ten = tens(term);
    value += sign * shifted(more, tens(term) - ten);
  }
  return { value, ten, binds: SUM, parts: terms, print };
}

const ADDED = joinedBy(" + ", SUM);
const TAKEN = joinedBy(" - ", PRODUCT, SUM);
const MULTIPLIED = joinedBy(" x ", PRODUCT);
const DIVIDED = joinedBy(" / ", POWER, PRODUCT);
const RAISED = joinedBy("^", ATOM);

/** A term by itself. */
const only = (term: Term): Expression =>
  typeof term !== "number" && "print" in term
    ? term
    : { value: numberIn(term), ten: tens(term), binds: ATOM, parts: [term], print: ([one]) => textOf(one as Term) };

/** a + b + ... */
export const plus = (...terms: Term[]): Expression =>
  terms.length === 1 ? only(terms[0] as Term) : added(terms, 1, ADDED);

/** a - b - ... */
export const minus = (...terms: Term[]): Expression =>
  terms.length === 1 ? only(terms[0] as Term) : added(terms, -1, TAKEN);

/** a x b x ... */
export function times(...terms: Term[]): Expression {
  if (terms.length === 1) return only(terms[0] as Term);
  let [value, ten] = [1, 0];
  for (const term of terms) {
    value *= numberIn(term);
    ten += tens(term);
  }
  return { value, ten, binds: PRODUCT, parts: terms, print: MULTIPLIED };
}

/** a / b / ... */
export function over(...terms: Term[]): Expression {
  let value = numberIn(terms[0] as Term);
  let ten = tens(terms[0] as Term);
  for (let i = 1; i < terms.length; i++) {
    value /= numberIn(terms[i] as Term);
    ten -= tens(terms[i] as Term);
  }
  return { value, ten, binds: PRODUCT, parts: terms, print: DIVIDED };
}

/** base^exponent; the exponent is a plain number or share. */
export const power = (base: Term, exponent: Term): Expression => ({
  value: plain(base) ** plain(exponent),
  ten: 0,
  binds: POWER,
  parts: [base, exponent],
  print: RAISED,
});

/** So many are printed one by one. */
const FEW = 4;
const unlessMany = (whole: Expression, name: string, { length }: readonly Input[]): Expression =>
  length > FEW ? { ...whole, print: () => `${name} of the ${length} lines`, binds: ATOM } : whole;

/** A sum, and a product, of lines that are not printed one by one where they are more than a few. */
export const sum = (lines: readonly Input[]): Expression =>
  unlessMany(plus(...(lines.length > 0 ? lines : [0])), "sum", lines);
export const product = (lines: readonly Input[]): Expression =>
  unlessMany(times(...(lines.length > 0 ? lines : [1])), "product", lines);

/** A clause behind a term: "..., at least 0". */
function clause(
  term: Term,
  words: string,
  limit: Term | null,
  change: (value: number, limit: number) => number,
): Expression {
  const ten = tens(term);
  const by = limit === null ? 0 : numberIn(limit);
  return {
    value: change(numberIn(term), limit === null || by === 0 ? by : shifted(by, tens(limit) - ten)),
    ten,
    binds: CLAUSE,
    parts: limit === null ? [term] : [term, limit],
    print: ([of, most]) => `${textOf(of as Term)}, ${words}${most === undefined ? "" : ` ${held(most, PRODUCT)}`}`,
  };
}
export const atLeast = (term: Term, floor: Term): Expression => clause(term, "at least", floor, Math.max);
export const atMost = (term: Term, ceiling: Term): Expression => clause(term, "at most", ceiling, Math.min);

/** A hair over a whole number is that number to whoever counts bags. */
const HAIR = 1e-9;
/** Whole ones: bags, trays, bales. */
export const wholeOnes = (term: Term): Expression => ({
  ...clause(term, "whole ones", null, (value) => value),
  value: Math.ceil(plain(term) - HAIR),
  ten: 0,
});
export const rounded = (term: Term): Expression => clause(term, "rounded", null, Math.round);

/** A value as the bare number that it is in its own unit, for formulas that were fitted to numbers: "organic matter in %". */
export const numberOf = (input: Input): Expression => ({
  value: numberIn(input),
  ten: 0,
  binds: ATOM,
  parts: [input],
  print: () => (input.unit ? `${input.label} in ${printedUnit(input.unit)}` : input.label),
});
/** What such a formula gives, in its unit: "(20 x organic matter in %) kg/ha". */
export const asMeasure = (term: Term, unit: MeasureId): Expression => ({
  value: plain(term),
  ten: tenOf(unit),
  binds: ATOM,
  parts: [term],
  print: ([of]) => `(${textOf(of as Term)}) ${printedUnit(unit)}`,
});

/** An expression with a value of its own, to go into another: it stands in brackets there. */
export const asClause = (expression: Expression, value: number, unit: MeasureId): Expression => ({
  ...expression,
  value,
  ten: tenOf(unit),
  binds: CLAUSE,
});

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
): Expression => ({
  value,
  ten: tenOf(unit),
  binds: kind === "name" ? ATOM : CLAUSE,
  parts: inputs,
  print: () => name,
});
