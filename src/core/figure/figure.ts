/**
 * A Figure is a number that can show its working: its value and unit, the formula in words, what was put in, and on
 * what authority. An expression computes the number and prints the formula, so the working cannot drift from the result.
 */

import type { MeasureId } from "../units/measure-ids";
import { type Expression, inputsOf, plus, rule, textOf, valueIn } from "./expression";
import type { Basis, Input } from "./input";

export { type Basis, type Input, type Known, type KnownOf, quantity } from "./input";

export interface Figure {
  /** unrounded, in `unit` */
  value: number;
  unit: MeasureId;
  label: string;
  /** the formula in words or symbols */
  formula?: string;
  inputs: Input[];
  basis: Basis;
  /** what would change it, or what it does not hold for */
  note?: string;
  /** others are computed from it: the agronomist may put another value in its place */
  open?: boolean;
  /** set when the agronomist put another value in its place */
  override?: { value: number; reason: string; computed: number };
}

/**
 * A Figure of what an expression gives, in a unit: its formula and what went into it are the expression's own, and are made when somebody
 * looks.
 */
export function computed(label: string, unit: MeasureId, expression: Expression, note?: string): Figure {
  let formula: string | undefined;
  let inputs: Input[] | undefined;
  return {
    value: valueIn(expression, unit),
    unit,
    label,
    get formula() {
      formula ??= textOf(expression);
      return formula;
    },
    get inputs() {
      inputs ??= [...new Set(inputsOf(expression))];
      return inputs;
    },
    basis: COMPUTED,
    ...(note ? { note } : {}),
  };
}
const COMPUTED: Basis = { kind: "computed" };

/** A Figure of a number that was not computed: measured, decided, from a source or assumed. */
export function given(label: string, value: number, unit: MeasureId, basis: Basis): Figure {
  return { value, unit, label, inputs: [], basis };
}

/** A figure as what goes into another. */
export const resultOf = (label: string, { value, unit }: Figure): Input => ({ label, value, unit });

/** How a figure was computed, to go on with: a need less what manure brings shows how the need itself came about. */
export const workingOf = ({ label, value, unit, basis, formula, inputs }: Figure): Expression =>
  formula ? rule(formula, inputs, value, unit, "clause") : plus({ label, value, unit, basis });

/** The same figure with the agronomist's value in place of the computed one; both stay visible. */
export function overridden(figure: Figure, value: number, reason: string): Figure {
  return { ...figure, value, override: { value, reason, computed: figure.value } };
}
