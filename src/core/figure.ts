/**
 * A Figure is a number that can show its working: its value and unit, the formula in words, what was put in, and on
 * what authority. The code that computes a number builds its Figure, so the working cannot drift from the result.
 */

import type { MeasureId } from "./units/measure-ids";

/** On what a number rests. */
export type Basis =
  | { kind: "computed" }
  | { kind: "source"; text: string }
  | { kind: "assumption"; text: string }
  | { kind: "measured"; text: string }
  | { kind: "decided"; text: string };

/** One value that went into a figure. */
export interface Input {
  label: string;
  value: number | string;
  unit?: MeasureId;
  basis?: Basis;
}

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

/** A Figure of a computed number. */
export function computed(
  label: string,
  value: number,
  unit: MeasureId,
  formula: string,
  inputs: Input[],
  note?: string,
): Figure {
  return { value, unit, label, formula, inputs, basis: { kind: "computed" }, ...(note ? { note } : {}) };
}

/** A Figure of a number that was not computed: measured, decided, from a source or assumed. */
export function given(label: string, value: number, unit: MeasureId, basis: Basis): Figure {
  return { value, unit, label, inputs: [], basis };
}

/** The same figure with the authority of some of its inputs, by their labels, where its function did not know it. */
export function withBases(figure: Figure, bases: Record<string, Basis | undefined>): Figure {
  return {
    ...figure,
    inputs: figure.inputs.map((input) => {
      const basis = bases[input.label];
      return basis && !input.basis ? { ...input, basis } : input;
    }),
  };
}

/** The same figure with the agronomist's value in place of the computed one; both stay visible. */
export function overridden(figure: Figure, value: number, reason: string): Figure {
  return { ...figure, value, override: { value, reason, computed: figure.value } };
}
