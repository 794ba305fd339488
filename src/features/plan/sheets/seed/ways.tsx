"use client";

import { formatDay } from "@/core/dates";
import { takeAnother } from "@/core/sheets/faces";
import { compareWays } from "@/core/sheets/seed/compare-ways";
import { useUnits } from "../../../shared/units";
import { TakeIt } from "../../inputs/take-it";
import { usePlanModel } from "../../plan-context";

/** Each way of establishing the crop on this field: dates, stock, hours, cost; the plan is drafted with each. */
export function WaysTable() {
  const { plan, facts, decisions, season } = usePlanModel();
  const { number, show, split, unitOf } = useUnits();
  const money = (minor: number) => split(minor / 100, "moneyPerArea", 0).number;
  if (!plan) return null;
  const lines = compareWays(facts, decisions, season, plan.crop.base);
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-[13px]">
        <thead className="text-left text-soft">
          <tr>
            <th className="pr-3 font-normal">Way</th>
            <th className="pr-3 font-normal">Planted</th>
            <th className="pr-3 font-normal">Harvest</th>
            <th className="pr-3 text-right font-normal">Plants</th>
            <th className="pr-3 text-right font-normal">Seed to order</th>
            <th className="pr-3 text-right font-normal">{unitOf("workPerArea")}</th>
            <th className="pr-3 text-right font-normal">{unitOf("moneyPerArea")}</th>
            <th className="pr-3 text-right font-normal">Margin</th>
            <th className="font-normal" />
          </tr>
        </thead>
        <tbody>
          {lines.map((l) => (
            <tr key={l.methodId} className={`border-t border-line align-top ${l.chosen ? "font-semibold" : ""}`}>
              <td className="pr-3">
                {l.name}
                <span className="block text-[12px] font-normal text-soft">
                  {number(l.establishmentPct, 0)} of 100 become plants
                  {l.nurseryM2 !== null && `; ${show(l.nurseryM2, "sheet", 0)} of nursery`}
                  {l.stops > 0 && `; ${l.stops} ${l.stops === 1 ? "finding stops" : "findings stop"} it`}
                  {!l.stocked && "; none of your lots can be planted so"}
                </span>
              </td>
              <td className="whitespace-nowrap pr-3">{l.planting ? formatDay(l.planting) : ""}</td>
              <td className="pr-3">
                {l.harvest ? formatDay(l.harvest) : ""}
                {!l.chosen && l.aheadDays !== null && l.aheadDays !== 0 && (
                  <span className="text-soft">
                    , {Math.abs(l.aheadDays)} days {l.aheadDays > 0 ? "sooner" : "later"}
                  </span>
                )}
              </td>
              <td className="whitespace-nowrap pr-3 text-right">
                {show(l.plantsPerM2, "countPerArea", l.plantsPerM2 < 20 ? 1 : 0)}
              </td>
              <td className="pr-3 text-right">
                {show(l.orderKg, "mass", l.orderKg < 10 ? 1 : 0)}
                {l.leftOverKg !== null && l.leftOverKg >= 0.05 && (
                  <span className="text-soft">, {show(l.leftOverKg, "mass", 1)} left of whole bags</span>
                )}
              </td>
              <td className="pr-3 text-right">
                {split(l.hoursPerHa, "workPerArea", l.hoursPerHa < 10 ? 1 : 0).number}
              </td>
              <td className="pr-3 text-right">{money(l.seedCostPerHa)}</td>
              <td className="pr-3 text-right">{l.marginPerHa === null ? "" : money(l.marginPerHa)}</td>
              <td>
                {!l.chosen && <TakeIt changes={takeAnother(plan.crop.guide, decisions.crop, "method", l.methodId)} />}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-[12px] text-soft">
        Hours and cost of a hectare are those of this sheet. The yield is the target you entered, else what is typical
        of the way: size of the product and losses differ by more than this table knows.
      </p>
    </div>
  );
}
