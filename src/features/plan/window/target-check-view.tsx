"use client";

import { useMemo } from "react";
import type { WindowAnswer } from "@/core/season/sowing-window";
import { targetCheck } from "@/core/season/target-check";
import { waterByTotals } from "@/core/sheets/checks/check-target";
import type { PlanWindows } from "@/core/sheets/varied/window-question";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../shared/units";
import { usePlanModel } from "../plan-context";
import { GivenFigure } from "../working";
import { nearestDate } from "./nearest-date";

/** The target against light, water and history, and what the yield is made of. */
export function TargetCheckView({ of, answer }: { of: PlanWindows; answer: WindowAnswer }) {
  const { plan } = usePlanModel();
  const { split, show, number } = useUnits();
  const check = useMemo(() => {
    const here = plan?.plantingDate ? nearestDate(answer, plan.plantingDate) : answer.best;
    if (!plan || !here) return null;
    return targetCheck(
      of.resolved.guide,
      of.resolved.product,
      { ...answer, dates: [here] },
      { plantsPerM2: plan.seed.targetPlantsPerM2, typicalPlantsPerM2: of.resolved.method.targetPlantsPerM2.typical },
      of.expected.value,
    );
  }, [plan, of, answer]);
  if (!check || !plan) return null;
  const most = Math.max(check.potentialTPerHa, check.targetTPerHa) * 1.05;
  const bars: [string, number, keyof typeof check.figures | null][] = [
    ["Potential: light and warmth", check.potentialTPerHa, "potential"],
    ["Water-limited, day by day", check.waterLimitedTPerHa, "waterLimited"],
    ["Expected yield of this plan", check.historyLimitedTPerHa, null],
  ];
  const chance = check.figures.chance;
  const byTotals = waterByTotals(plan);
  return (
    <div>
      <h3 className="text-[14px]">The target of {show(plan.targetTPerHa, "yield")}</h3>
      <p className="text-[13px]">
        {chance && (
          <GivenFigure id="target.chance" figure={chance}>
            {number(check.chancePct, 0)} in 100
          </GivenFigure>
        )}{" "}
        seasons at the planned date: <b>{check.verdict}</b>
        {check.verdict === "low" && ", the field can do more"}.
      </p>
      <div className="mt-1 grid gap-1 text-[12px]">
        {bars.map(([label, value, key]) => {
          const figure = key ? check.figures[key] : of.expected.figure;
          return (
            <div key={label} className="grid grid-cols-[11em_1fr_4.5em] items-center gap-2">
              <span>{label}</span>
              <span className="relative block h-3 bg-selected" aria-hidden>
                <span
                  className="absolute inset-y-0 left-0 bg-[var(--canopy)]"
                  style={{ width: `${(100 * value) / most}%` }}
                />
                <span
                  className="absolute -inset-y-0.5 w-0.5 bg-ink"
                  style={{ left: `${(100 * check.targetTPerHa) / most}%` }}
                />
              </span>
              <span className="text-right">
                {figure && (
                  <GivenFigure id={`target.${label}`} figure={figure}>
                    {split(value, "yield", 1).number}
                  </GivenFigure>
                )}
              </span>
            </div>
          );
        })}
      </div>
      {byTotals !== null && (
        <p className="text-[12px] text-soft">
          By the season's totals of rain, soil and given water it would be {show(byTotals, "yield", 1)}: a simpler
          estimate, which does not see when the rain falls. Where they differ much, believe neither unread.
        </p>
      )}
      <table className="mt-1 w-full border-collapse text-[12px]">
        <TableHead columns={["Made of", ...figures("needed", "expected", "of need")]} />
        <tbody>
          {check.components.map((c) => (
            <tr
              key={c.name}
              className={`border-t border-line ${c.name === check.weakest ? "font-semibold text-advise" : ""}`}
            >
              <td>
                {c.name === check.weakest && "▲ "}
                {c.name} <span className="font-normal text-soft">{c.unit.replace("/m2", "/m²")}</span>
              </td>
              <td className="text-right">{number(c.needed, c.needed < 100 ? 1 : 0)}</td>
              <td className="text-right">{number(c.expected, c.expected < 100 ? 1 : 0)}</td>
              <td className="text-right">{number(c.expectedOfNeededPct, 0)} %</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-[12px] text-soft">
        {check.weakest ? `The weakest is ${check.weakest}.` : "All components can be expected."} Each component is asked
        for the target's share over the typical yield alike; expected by the stand and by the water while it is formed.
      </p>
    </div>
  );
}
