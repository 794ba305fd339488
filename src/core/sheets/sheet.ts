/**
 * The face of a sheet: all that the rest of the program knows of one. A sheet reads what the sheets before it put on the
 * draft and never imports another.
 *
 * Phases: (1) `draft`, without dates; (2) `operations`; (3) dates are solved; (4) `dated`, what needs them, and
 * `follows`, operations on days that follow from them; (5) work and cost
 * are put to the operations, then `costed`.
 */

import type { Figure } from "../figure/figure";
import type { PlanContext } from "../plan/context";
import type { SolvedDates } from "../plan/dates";
import type { PlanFacts } from "../plan/facts";
import type { FigureId } from "../plan/figure-ids";
import type { InputLine, Operation, PlannedOperation } from "../plan/operation";
import type { SheetId } from "../sheet-ids";
import type { Words } from "../units/words";
import type { Change, DecisionPath, Decisions } from "./decisions";
import type { Plan, PlanParts } from "./plan";

/** A plan that is being drafted. */
export interface Draft {
  context: PlanContext;
  facts: PlanFacts;
  decisions: Decisions;
  targetTPerHa: number;
  /** nitrogen that the season's water brings, known once a plan was drafted without it [kg/ha] */
  waterN: number;
  /** what the sheets before have put there, in working order */
  parts: PlanParts;
}

export type Severity = "stop" | "advise" | "hint";
export interface Repair {
  label: string;
  changes: Change[];
}

/** A contradiction, limit, risk or hint, with its reason and, where there is one, a repair. */
export interface Finding {
  id: string;
  sheet: SheetId;
  severity: Severity;
  title: string;
  why: string;
  repairs: Repair[];
}

/** What a sheet's check works with; `add` puts a finding on this sheet. */
export interface Check {
  plan: Plan;
  facts: PlanFacts;
  decisions: Decisions;
  add: (severity: Severity, id: string, title: string, why: string, repairs?: Repair[]) => void;
}

export interface LedgerLine {
  label: string;
  /** one figure, or several side by side */
  figures: { id: FigureId | `feed.over.${"n" | "p2o5" | "k2o"}`; decimals?: number }[];
  /** what the several are, in small */
  of?: string;
}

/** What ladder and ledger take from a sheet. */
export interface Presentation {
  /** the sheet's one key result, in a few words */
  result: (plan: Plan, words: Words) => string;
  ledger?: (plan: Plan) => LedgerLine[];
}

/** What booklet and card take from a sheet; apart from the sheet, so that a page need not carry it. */
export interface Print {
  /** figures that the booklet prints, where the plan has them */
  figures: (plan: Plan) => FigureId[];
  /** sentences that the booklet prints before them */
  text?: (plan: Plan) => string[];
}

/** Decisions that go back to the guide when the crop, the kind, the planting method or what is harvested changes. */
export type FallsBack = Partial<Record<"crop" | "kind" | "method" | "product", DecisionPath[]>>;

/** What a page needs of a sheet that drafts nothing itself. */
export interface Face {
  id: SheetId;
  fallsBack: FallsBack;
  present: Presentation;
}

export interface Sheet extends Face {
  draft?: (draft: Draft) => void;
  operations?: (draft: Draft) => PlannedOperation[];
  dated?: (draft: Draft, solved: SolvedDates) => void;
  /** work that follows from dates, on days of its own that it puts to them */
  follows?: (draft: Draft, solved: SolvedDates) => PlannedOperation[];
  costed?: (draft: Draft, operations: Operation[], inputs: InputLine[]) => void;
}

/** A figure of a plan by id; undefined where the plan has none. */
export const figureOf = (plan: Pick<Plan, "figures">, id: FigureId): Figure | undefined => plan.figures[id];
