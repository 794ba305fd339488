"use client";

import { useMemo } from "react";
import { planWindows, windowQuestion } from "@/core/sheets/window-question";
import { usePlanModel } from "../plan-context";
import { useSimulation } from "./use-simulation";

/** The chance of reaching the target at the planned date; opens the sowing window. */
export function ReachTarget({ onOpen }: { onOpen: () => void }) {
  const { plan, facts } = usePlanModel();
  const questions = useMemo(() => {
    const of = plan?.plantingDate ? planWindows(facts, plan) : null;
    const question = plan?.plantingDate && of ? windowQuestion(facts, plan, of, plan.plantingDate) : null;
    return question ? [question] : null;
  }, [plan, facts]);
  const { answers, progress } = useSimulation(questions, 700);
  const answer = answers?.[0];
  const chance = answer?.dates[0]?.chancePct;
  return (
    <div className="grid grid-cols-[1fr_auto_3.2em] items-baseline gap-2 py-[3px]">
      <dt>Chance of reaching it</dt>
      <dd className="text-right">
        <button
          type="button"
          className={`opens ${progress !== null ? "text-soft" : ""}`}
          onClick={onOpen}
          title="Sowing window and target (w)"
        >
          {chance === undefined ? (facts.climate ? "ask" : "no station") : `${Math.round(chance)} %`}
          <span className="sr-only">
            {answer ? ` of ${answer.seasons} simulated seasons` : ""}. Open the sowing window
          </span>
        </button>
      </dd>
      <dd />
    </div>
  );
}
