"use client";

import { useMemo } from "react";
import { planWindows, windowQuestion } from "@/core/plan/window-question";
import { usePlanModel } from "../plan-context";
import { useSimulation } from "./use-simulation";

/** The chance of reaching the target at the planned date; opens the sowing window. */
export function ReachTarget({ onOpen, open }: { onOpen: () => void; open: boolean }) {
  const { plan, facts, decisions } = usePlanModel();
  const questions = useMemo(() => {
    const of = plan?.plantingDate ? planWindows(facts, decisions, plan) : null;
    const question = plan?.plantingDate && of ? windowQuestion(facts, plan, of, plan.plantingDate) : null;
    return question ? [question] : null;
  }, [plan, facts, decisions]);
  const { answers, progress } = useSimulation(questions, 700);
  const answer = answers?.[0];
  const chance = answer?.dates[0]?.chancePct;
  return (
    <div>
      <p className="text-[12px] text-soft">Chance of reaching it</p>
      <button
        type="button"
        className={`opens text-base ${progress !== null ? "opacity-60" : ""}`}
        aria-expanded={open}
        onClick={onOpen}
        title="Sowing window and target (w)"
      >
        {chance === undefined ? "open" : `${Math.round(chance)} %`}
        <span className="ml-1 text-[12px] font-normal text-soft">
          {answer ? "of seasons" : facts.climate ? "sowing window" : "no station"}
        </span>
      </button>
    </div>
  );
}
