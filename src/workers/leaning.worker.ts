/** Moves a plan's figures one by one away from the page. */

import { type Leaning, leaningOf } from "@/core/sheets/varied/lean-plan";
import type { PlanQuestion } from "@/core/sheets/varied/plan-question";
import { answering, given } from "./answering";

answering<PlanQuestion, Leaning>((question, tell) => given(leaningOf(question, tell)));
