import type { Guide } from "../../guides/schema";
import type { PlanFacts } from "../../plan/facts";
import type { Decisions } from "../decisions";

/** All that a plan is drafted from, to be sent where it is drafted again. */
export interface PlanQuestion {
  facts: PlanFacts;
  decisions: Decisions;
  season: number;
  guide: Guide;
}
