/** Drafts a plan with more and less nitrogen away from the page. */

import { type NitrogenResponse, nitrogenResponse } from "@/core/sheets/nitrogen-response";
import type { PlanQuestion } from "@/core/sheets/plan-question";
import { answering, given } from "./answering";

answering<PlanQuestion, NitrogenResponse>((question, tell) => given(nitrogenResponse(question, tell)));
