"use client";

import { useMemo } from "react";
import { takeAnother } from "@/core/sheets/faces";
import { bestLastYear, standYears } from "@/core/sheets/money/stand-years";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../../shared/units";
import { TakeIt } from "../../inputs/take-it";
import { usePlanModel } from "../../plan-context";

/** Each year of one planting: yield, cost, margin, and after which it is best replaced. The plan is drafted for each. */
export function StandYears() {
  const { plan, facts, decisions, season } = usePlanModel();
  const { number, show, areaMoney, moneyUnit } = useUnits();
  const base = plan?.crop.base;
  const years = useMemo(
    () => (base ? standYears(facts, decisions, season, base) : []),
    [facts, decisions, season, base],
  );
  const last = bestLastYear(years);
  if (!plan || years.length === 0) return null;
  const amount = (n: number | null) => (n === null ? "no price" : areaMoney(n));
  return (
    <div className="overflow-x-auto pb-1">
      <table className="w-full text-[13px]" aria-label="Years of one planting">
        <TableHead
          columns={[
            "Year",
            ...figures("Target", `Cost, ${moneyUnit}`, "Margin", "Mean a year so far"),
            { name: "Use this", hidden: true },
          ]}
        />
        <tbody>
          {years.map((y) => (
            <tr key={y.methodId} className={`border-t border-line align-top ${y.chosen ? "font-semibold" : ""}`}>
              <th scope="row" className={`py-1 text-left ${y.chosen ? "" : "font-normal"}`}>
                {number(y.year, 0)}
                {y.chosen && ", as planned"}
                <span className="block text-[12px] font-normal text-soft">{y.name}</span>
              </th>
              <td className="text-right whitespace-nowrap">{show(y.targetTPerHa, "yield", 1)}</td>
              <td className="text-right">{areaMoney(y.costPerHa)}</td>
              <td className="text-right">{amount(y.marginPerHa)}</td>
              <td className="text-right">{amount(y.meanMarginPerHa)}</td>
              <td className="text-right">
                {!y.chosen && <TakeIt changes={takeAnother(plan.crop.guide, decisions.crop, "method", y.methodId)} />}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {last && (
        <p className="py-1 text-[13px]">
          <b>
            Replaced after year {last.year} the ground earns most: {amount(last.meanMarginPerHa)} {moneyUnit} a year.
          </b>{" "}
          {last === years.at(-1)
            ? "The guide knows no later year: look at the stand before another one."
            : "A further year would bring that down."}
        </p>
      )}
      <p className="text-[12px] text-soft">
        Years that are not this plan's stand at their typical yields, all at this season's prices, on the ground as it
        is now, without interest. Replaced earlier where rot or nematodes spread.
      </p>
    </div>
  );
}
