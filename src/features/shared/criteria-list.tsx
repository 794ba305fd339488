"use client";

import { CRITERION_NAMES, type Criterion } from "@/core/plan/site-criteria";
import { useUnits } from "./units";

/** Criteria with their scores, reasons and what would lift them, the lowest first. */
export function CriteriaList({ criteria }: { criteria: Criterion[] }) {
  const { number, moneyPerArea } = useUnits();
  const order = [...criteria].sort((a, b) => (a.score ?? 1.1) - (b.score ?? 1.1));
  return (
    <ul className="grid gap-0.5 py-1 text-[13px]">
      {order.map((c) => (
        <li key={c.id} className="grid grid-cols-[8.5em_3em_1fr] gap-x-2">
          <span>{CRITERION_NAMES[c.id]}</span>
          <span className={`text-right ${c.score !== null && c.score < 0.6 ? "font-semibold text-stop" : ""}`}>
            {c.score === null ? "?" : `${number(100 * c.score, 0)} %`}
          </span>
          <span className="text-soft">
            {c.reason}
            {c.lift && (
              <span className="text-ink">
                {`. How to improve it: ${c.lift.what}${c.lift.costPerHa === null ? "" : `, ${moneyPerArea(c.lift.costPerHa)}`}${
                  c.lift.leadDays === null
                    ? ""
                    : c.lift.leadDays >= 365
                      ? `, ${number(c.lift.leadDays / 365, 0)} ${c.lift.leadDays < 550 ? "year" : "years"} ahead`
                      : `, ${c.lift.leadDays} days ahead`
                }`}
              </span>
            )}
          </span>
        </li>
      ))}
    </ul>
  );
}
