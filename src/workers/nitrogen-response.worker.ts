/** Drafts a plan with more and less nitrogen away from the page. */

import { type NitrogenResponse, nitrogenResponse } from "@/core/sheets/varied/nitrogen-response";
import type { PlanQuestion } from "@/core/sheets/varied/plan-question";
import { answering, given } from "./answering";

answering<PlanQuestion, NitrogenResponse>((question, tell) => given(nitrogenResponse(question, tell)));
