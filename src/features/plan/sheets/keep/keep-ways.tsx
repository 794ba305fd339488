"use client";

import { useMemo } from "react";
import { keepWays, safeDaysTable } from "@/core/sheets/keep/ways";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../../shared/units";
import { usePlanModel } from "../../plan-context";
import { WayHead } from "../way-head";

/** Ways to dry or cure side by side: days over the simulated seasons, how often each fails, hours, cost, floor. */
export function KeepWays() {
  const { plan, facts, set } = usePlanModel();
  const { number, show, unitOf, areaMoney, moneyUnit, areaHours } = useUnits();
  const ways = useMemo(() => (plan ? keepWays(plan, facts) : []), [plan, facts]);
  if (!plan || ways.length === 0) return null;
  const dries = ways.some((w) => w.drying !== null);
  return (
    <div className="overflow-x-auto py-1">
      <table className="w-full border-collapse [&_td]:px-1.5">
        <caption className="sr-only">Drying and curing methods compared</caption>
        <TableHead
          className="[&>th]:px-1.5"
          columns={[
            "Way",
            ...figures(
              "Days",
              ...(dries ? ["Slow season (1 in 10)", "Fails in"] : []),
              "Air up to",
              "Layer",
              "Floor, m²",
              `Hands, ${unitOf("workPerArea")}`,
              `Cost, ${moneyUnit}`,
            ),
          ]}
        />
        <tbody>
          {ways.map((w) => (
            <tr key={w.id} className={`border-t border-line align-baseline ${w.chosen ? "font-semibold" : ""}`}>
              <WayHead
                name={w.name}
                chosen={w.chosen}
                note={`${w.detail}; ${w.why}`}
                onChoose={() => set("keep/wayId", w.id)}
              />
              <td className="text-right">
                {w.drying ? number(w.drying.days, 0) : w.cureDays === null ? "" : number(w.cureDays, 0)}
              </td>
              {dries && (
                <>
                  <td className="text-right">{w.drying ? number(w.drying.slowDays, 0) : ""}</td>
                  <td className="text-right whitespace-nowrap">
                    {w.drying ? `${number(100 * w.drying.failShare, 0)} of 100` : ""}
                  </td>
                </>
              )}
              <td className="text-right whitespace-nowrap">
                {w.airToC === null ? "" : show(w.airToC, "temperature", 0)}
              </td>
              <td className="text-right whitespace-nowrap">{w.layerCm === null ? "" : show(w.layerCm, "length", 0)}</td>
              <td className="text-right">{w.floorM2 === null ? "" : number(w.floorM2, 0)}</td>
              <td className="text-right">{w.handHoursPerHa === null ? "" : areaHours(w.handHoursPerHa, 0)}</td>
              <td className="text-right">{w.costPerHa === null ? "not known" : areaMoney(w.costPerHa)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-[12px] text-soft">
        {dries &&
          "Over the simulated seasons from the planned day on, a slow season is one in ten; a way fails where the crop keeps for less than it takes. "}
        Floor for all of the field at once. Fans and fuel of a cure have no price here.
      </p>
    </div>
  );
}

/** Days that it keeps, by moisture and warmth. */
export function SafeDays() {
  const { plan } = usePlanModel();
  const { number, show } = useUnits();
  const table = plan && safeDaysTable(plan);
  if (!plan || !table) return null;
  const cut = plan.harvest.cutPct === null ? null : Math.round(plan.harvest.cutPct);
  return (
    <div className="overflow-x-auto">
      <table className="mt-1 border-collapse [&_td]:px-3">
        <caption className="text-left text-[13px] text-soft">Days that it keeps</caption>
        <TableHead
          className="[&>th]:px-3"
          columns={["Moisture", ...figures(...table.tempsC.map((t) => `at ${show(t, "temperature", 0)}`))]}
        />
        <tbody>
          {table.rows.map((r) => (
            <tr key={r.moisturePct} className={`border-t border-line ${r.moisturePct === cut ? "font-semibold" : ""}`}>
              <th scope="row" className="py-0.5 text-left font-[inherit]">
                {r.moisturePct} %{r.moisturePct === cut && ", as cut"}
              </th>
              {r.days.map((d, i) => (
                <td key={table.tempsC[i]} className="text-right">
                  {d > 400 ? "over a year" : number(d, d < 10 ? 1 : 0)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
