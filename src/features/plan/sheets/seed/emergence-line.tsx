"use client";

import { formatDay } from "@/core/dates";
import { DecisionLine } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";

/** How deep it goes in, and when the first stage shows: the middle of the simulated seasons, and between which days eight of ten lie. */
export function EmergenceLine() {
  const { plan } = usePlanModel();
  const first = plan?.stages[0];
  if (!plan || !first?.date) return null;
  const spread = first.early && first.late && first.early !== first.late;
  return (
    <DecisionLine
      what={plan.figures["seed.depth"] ? "Depth" : "Emergence"}
      value={plan.figures["seed.depth"] ? <FigureValue id="seed.depth" decimals={1} /> : null}
      leads={
        <span>
          {first.name} about {formatDay(first.date)}
          {spread && first.basis === "simulated" && (
            <span className="text-soft">
              , in eight seasons of ten from {formatDay(first.early as string)} to {formatDay(first.late as string)}
            </span>
          )}
        </span>
      }
    />
  );
}
