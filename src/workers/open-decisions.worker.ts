/** Weighs what stands to be decided away from the page. */

import { type OpenDecision, openDecisions } from "@/core/sheets/varied/open-decisions";
import type { PlanQuestion } from "@/core/sheets/varied/plan-question";
import { answering, given } from "./answering";

answering<PlanQuestion, OpenDecision[]>((question, tell) => given(openDecisions(question, tell)));
