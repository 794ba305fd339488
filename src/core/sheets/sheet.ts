/** What the rest of the program knows of a sheet, and what a plan is while it is drafted. A sheet never imports another. */

import type { PlanContext } from "../plan/context";
import type { PlanFacts } from "../plan/facts";
import type { FigureId } from "../plan/figure-ids";
import type { SheetId } from "../sheet-ids";
import type { Words } from "../units/words";
import type { Change, DecisionPath, Decisions } from "./decisions";
import type { Plan, PlanParts } from "./plan";
import type { ProtectPart } from "./protect/part";

/** What is known of a plan before it has dates: each sheet finds there what those before it drafted. */
export interface Undated extends Pick<PlanParts, "ground" | "soil" | "site" | "feed" | "harvest" | "keep"> {
  /** threats come with the dates of the stages */
  protect: Omit<ProtectPart, "threats">;
}
/** What is known once it has dates: all but its money. */
export type Dated = Omit<PlanParts, "money">;

/** What is known only once a plan was drafted, and what comes before stands on. */
export interface FirstDraft {
  /** nitrogen that the season's water brings [kg/ha] */
  waterN: number;
  /** null where no season can be rehearsed, or prices are not known */
  nitrogen: AskedNitrogen | null;
}

/** The nitrogen that a plan's seasons ask for [kg/ha], the mean yield with it and with some more, and the prices that it was found at [minor]. */
export interface AskedNitrogen {
  kgPerHa: number;
  /** of that, what is spread already */
  spreadKgPerHa: number;
  yieldTPerHa: number;
  more: { kgPerHa: number; tPerHa: number };
  pricePerT: number;
  pricePerKg: number;
}

/** A plan that is being drafted, with the parts that a step of it stands on. */
export interface Draft<Parts = unknown> {
  context: PlanContext;
  facts: PlanFacts;
  decisions: Decisions;
  targetTPerHa: number;
  /** what a first drafting found that this one stands on; null in that first one */
  first: FirstDraft | null;
  parts: Parts;
}

/** A plan whose work is being planned: what goes out with a job is asked for when the plan has dates. */
export interface Planning extends Draft<Undated> {
  dated: () => Draft<Dated>;
}

type Severity = "stop" | "advise" | "hint";
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

/** What stands before the figure of a bad season, under that of the middle. */
export const BAD_SEASON = "one in five under";

export interface LedgerLine {
  label: string;
  /** one figure, or several side by side */
  figures: { id: FigureId | `feed.over.${"n" | "p2o5" | "k2o"}`; decimals?: number }[];
  /** what the several are, in small */
  of?: string;
  /** a figure in small words under it */
  under?: { words: string; id: FigureId; decimals?: number };
}

/** What ladder and ledger take from a sheet. */
interface Presentation {
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
