/** What goes into a figure: a value, on what it rests, and where it stands. */

import type { MeasureId } from "../units/measure-ids";

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
  /** what code knows it by, where some looks for it */
  id?: string;
  value: number | string;
  unit?: MeasureId;
  basis?: Basis | undefined;
  /** the figure of the plan that it is: its own working opens in turn */
  from?: string | undefined;
}

/** What is known of a value beside the value itself: on what it rests, and of which figure it is. */
export type Known = Pick<Input, "id" | "basis" | "from">;
/** What is known of the arguments of a formula, by their names. */
export type KnownOf<Arguments> = { [Name in keyof Arguments]?: Known | undefined };

/** A value that goes into an expression. Example: quantity("uptake", 24, "kg/t", { basis }) prints as "uptake". */
export const quantity = (label: string, value: number, unit: MeasureId, known: Known = {}): Input => ({
  label,
  value,
  unit,
  ...known,
});
