"use client";

import { useMemo } from "react";
import { harvestWays } from "@/core/sheets/harvest/ways";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../../shared/units";
import { usePlanModel } from "../../plan-context";
import { WayHead } from "../way-head";

/** Ways to cut or lift side by side on this field: hours, days, cost, loss, and what speaks against each here. */
export function HarvestWays() {
  const { plan, facts, set } = usePlanModel();
  const { number, split, unitOf, areaMoney, moneyUnit, areaHours } = useUnits();
  const ways = useMemo(() => (plan ? harvestWays(plan, facts) : []), [plan, facts]);
  if (!plan) return null;
  const soil = ways.some((w) => w.soilTPerHa > 0);
  return (
    <div className="overflow-x-auto py-1 [&_td]:whitespace-nowrap [&_td]:px-1.5">
      <table className="w-full border-collapse">
        <caption className="sr-only">Harvest methods compared on this field</caption>
        <TableHead
          className="[&>th]:px-1"
          columns={[
            "Way",
            ...figures(
              `Machine, ${unitOf("workPerArea")}`,
              `Hands, ${unitOf("workPerArea")}`,
              "Days here",
              `Cost, ${moneyUnit}`,
              "Lost",
              `Lost, ${moneyUnit}`,
              ...(soil ? [`Soil, ${unitOf("dressing")}`] : []),
              "Both",
            ),
          ]}
        />
        <tbody>
          {ways.map((w) => (
            <tr key={w.id} className={`border-t border-line align-baseline ${w.chosen ? "font-semibold" : ""}`}>
              <WayHead
                name={w.name}
                chosen={w.chosen}
                note={[w.note, ...w.against.map((a) => `against it: ${a}`)].join("; ")}
                onChoose={() => set("harvest/methodId", w.id)}
              />
              <td className="text-right">{w.machineHoursPerHa > 0 ? areaHours(w.machineHoursPerHa) : ""}</td>
              <td className="text-right">{w.handHoursPerHa > 0 ? areaHours(w.handHoursPerHa, 0) : ""}</td>
              <td className="text-right" title={`${w.people} people at it, 8 hours a day`}>
                {number(w.days, 1)}
              </td>
              <td className="text-right">{areaMoney(w.costPerHa)}</td>
              <td className="text-right">{number(w.lossPct, 0)} %</td>
              <td className="text-right">{w.lossPerHa === null ? "no price" : areaMoney(w.lossPerHa)}</td>
              {soil && <td className="text-right">{split(w.soilTPerHa, "dressing", 1).number}</td>}
              <td className="text-right">{w.lossPerHa === null ? "" : areaMoney(w.costPerHa + w.lossPerHa)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-[12px] text-soft">
        One machine, or so many people at once as the guide names, eight hours a day; loss at the expected yield.
        Haulage and separate threshing are not included.
      </p>
    </div>
  );
}
