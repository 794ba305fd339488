"use client";

import { formatDay } from "@/core/dates";
import type { Operation } from "@/core/plan/operation";
import type { OpenDecision } from "@/core/sheets/varied/open-decisions";
import type { PlanQuestion } from "@/core/sheets/varied/plan-question";
import { Button } from "@/ui/button";
import { useUnits } from "../shared/units";
import { useWorker } from "../shared/use-worker";
import { usePlanModel } from "./plan-context";

const make = () => new Worker(new URL("../../workers/open-decisions.worker.ts", import.meta.url));

const AGAINST: Record<OpenDecision["against"], string> = {
  "left out": "leaving it out",
  "a week later": "a week later",
  untreated: "leaving it untreated, by the cheapest product",
};

/** While the crop stands: what the season gains by the next dressing, irrigation and harvest. */
export function OpenDecisions({ onOpen }: { onOpen: (operation: Operation) => void }) {
  const { question, plan } = usePlanModel();
  const run = useWorker<PlanQuestion, OpenDecision[]>(make, question);
  const { areaMoney, moneyUnit, show } = useUnits();
  const { answer } = run;
  if (run.problem || !answer || answer.length === 0 || !plan) return null;
  const worth = (d: OpenDecision) =>
    d.gainPerHa === null
      ? show(Math.abs(d.gainTPerHa), "yield", 2)
      : `${areaMoney(Math.abs(d.gainPerHa))} ${moneyUnit}`;
  const gains = (d: OpenDecision) => (d.gainPerHa ?? d.gainTPerHa) >= 0;
  return (
    <section aria-label="Open decisions" className="border border-line bg-sheet px-3 py-2">
      <h2 className="text-base">Open decisions</h2>
      <ul className="text-[13px]">
        {answer.map((d) => {
          const operation = plan.operations.find((o) => o.id === d.operationId);
          return (
            <li key={d.name} className="border-t border-line py-1 first:border-0">
              {operation ? (
                <Button look="quiet" onClick={() => onOpen(operation)}>
                  {operation.name}
                </Button>
              ) : (
                d.name
              )}
              , {formatDay(d.date)}: {gains(d) ? "brings" : "costs"} <b>{worth(d)}</b>{" "}
              <span className="text-soft">against {AGAINST[d.against]}</span>
            </li>
          );
        })}
      </ul>
      <p className="text-[12px] text-soft">Mean of the seasons that may follow from today.</p>
    </section>
  );
}
