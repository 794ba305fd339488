"use client";

import { useMemo } from "react";
import { planWindows, windowQuestion } from "@/core/sheets/window-question";
import { usePlanModel } from "../plan-context";
import { useSimulation } from "./use-simulation";

/** The chance of reaching the target at the planned date, asked anew as the plan changes. */
export function AskedChance() {
  const { plan, facts } = usePlanModel();
  const questions = useMemo(() => {
    const windows = plan?.plantingDate ? planWindows(facts, plan) : null;
    const question = plan?.plantingDate && windows ? windowQuestion(facts, plan, windows, plan.plantingDate) : null;
    return question ? [question] : null;
  }, [plan, facts]);
  const { answer: answers, progress } = useSimulation(questions, 700);
  const answer = answers?.[0];
  const chance = answer?.dates[0]?.chancePct;
  return (
    <span className={progress !== null ? "text-soft" : undefined}>
      {chance === undefined ? "ask" : `${Math.round(chance)} %`}
      <span className="sr-only">{answer ? ` of ${answer.seasons} simulated seasons` : ""}</span>
    </span>
  );
}
