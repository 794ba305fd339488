/**
 * A Figure is a number that can show its working: its value and unit, the formula in words, what was put in, and on
 * what authority. An expression computes the number and prints the formula, so the working cannot drift from the result.
 */

import type { MeasureId } from "../units/measure-ids";
import { asClause, type Expression, inputsOf, plus, textOf, valueIn } from "./expression";
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
  note?: string | undefined;
  /** others are computed from it: the agronomist may put another value in its place */
  open?: boolean | undefined;
  /** set when the agronomist put another value in its place */
  override?: { value: number; reason: string; computed: number } | undefined;
}

/**
 * A Figure of what an expression gives, in a unit: its formula and what went into it are the expression's own, and are made when somebody
 * looks.
 */
export const computed = (label: string, unit: MeasureId, expression: Expression, note?: string): Figure =>
  new Computed(valueIn(expression, unit), unit, label, COMPUTED, note, undefined, undefined, expression);

const COMPUTED: Basis = { kind: "computed" };

/** A draft makes two hundred of them and prints few: what prints stands on the prototype. */
class Computed implements Figure {
  constructor(
    readonly value: number,
    readonly unit: MeasureId,
    readonly label: string,
    readonly basis: Basis,
    readonly note: string | undefined,
    public open: boolean | undefined,
    readonly override: Figure["override"],
    private readonly expression: Expression,
  ) {}
  get formula(): string {
    return textOf(this.expression);
  }
  get inputs(): Input[] {
    return [...new Set(inputsOf(this.expression))];
  }
  with({ value = this.value, label = this.label, note = this.note, override = this.override }: Change): Figure {
    return new Computed(value, this.unit, label, this.basis, note, this.open, override, this.expression);
  }
  working(): Expression {
    return asClause(this.expression, this.value, this.unit);
  }
  toJSON(): Figure {
    const { value, unit, label, formula, inputs, basis, note, open, override } = this;
    return { value, unit, label, formula, inputs, basis, note, open, override };
  }
}
type Change = Partial<Pick<Figure, "value" | "label" | "note" | "override">>;

/** The same figure with something of it changed. */
export const amended = (figure: Figure, change: Change): Figure =>
  figure instanceof Computed ? figure.with(change) : { ...figure, ...change };

/** A Figure of a number that was not computed: measured, decided, from a source or assumed. */
export function given(label: string, value: number, unit: MeasureId, basis: Basis): Figure {
  return { value, unit, label, inputs: [], basis };
}

/** A figure as what goes into another. */
export const resultOf = (label: string, { value, unit }: Figure): Input => ({ label, value, unit });

/** How a figure was computed, to go on with: a need less what manure brings shows how the need itself came about. */
export function workingOf(figure: Figure): Expression {
  if (figure instanceof Computed) return figure.working();
  const { label, value, unit, basis } = figure;
  return plus({ label, value, unit, basis });
}

/** The same figure with the agronomist's value in place of the computed one; both stay visible. */
export function overridden(figure: Figure, value: number, reason: string): Figure {
  return amended(figure, { value, override: { value, reason, computed: figure.value } });
}
