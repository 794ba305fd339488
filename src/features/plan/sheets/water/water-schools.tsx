"use client";

import { useState } from "react";
import { listedPrice } from "@/core/plan/listed-price";
import { change } from "@/core/sheets/decisions";
import type { Plan } from "@/core/sheets/plan";
import { irrigationsCostPerHa } from "@/core/sheets/water/response";
import { WATER_SCHOOL_IDS, WATER_SCHOOL_REASONS, WATER_SCHOOLS, type WaterSchoolId } from "@/core/sheets/water/schools";
import { Button } from "@/ui/button";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../../shared/units";
import { usePlanModel } from "../../plan-context";

/** What water costs on a hectare, and what the yield that it keeps is worth; minor units. */
function worth(plan: Plan, pricePerT: number) {
  const cost = irrigationsCostPerHa(plan);
  return { cost, kept: plan.rehearsal.expectedTPerHa * pricePerT };
}

/** Every school over the same season: water, work, stress, yield and money side by side. */
export function WaterSchools() {
  const { plan, facts, draftWith, set, editable } = usePlanModel();
  const { show, number, areaMoney, moneyUnit } = useUnits();
  const [shown, setShown] = useState(false);
  if (!plan) return null;
  const { guide } = plan.crop;
  const price = listedPrice(facts.prices, plan.crop) ?? 0;
  const lines = shown
    ? WATER_SCHOOL_IDS.filter((id) => id !== "days" || guide.water.calendar).flatMap(
        (id): { id: WaterSchoolId; plan: Plan }[] => {
          const drafted = draftWith([change("water/school", id)]);
          return drafted.ok ? [{ id, plan: drafted.value }] : [];
        },
      )
    : [];
  const best = Math.max(...lines.map((l) => worth(l.plan, price).kept - worth(l.plan, price).cost));
  return (
    <div className="mt-3">
      <Button look="quiet" onClick={() => setShown(!shown)} aria-expanded={shown}>
        {shown ? "Close the comparison" : "Compare the schools over this season"}
      </Button>
      {shown && (
        <div className="overflow-x-auto">
          <table className="mt-1 w-full border-collapse">
            <TableHead
              columns={[
                "School",
                ...figures("Irrigations", "Net", "Taken", "Hours", "Energy", "Stress", "Yield", `Worth, ${moneyUnit}`),
              ]}
            />
            <tbody>
              {lines.map(({ id, plan: other }) => {
                const { cost, kept } = worth(other, price);
                const { water } = other;
                return (
                  <tr key={id} className="border-t border-line">
                    <th scope="row" className="py-1 text-left font-normal" title={WATER_SCHOOL_REASONS[id]}>
                      {id === plan.water.school ? (
                        <b>{WATER_SCHOOLS[id]}</b>
                      ) : editable ? (
                        <Button look="quiet" onClick={() => set("water/school", id)}>
                          {WATER_SCHOOLS[id]}
                        </Button>
                      ) : (
                        WATER_SCHOOLS[id]
                      )}
                    </th>
                    <td className="text-right">{water.irrigations.length}</td>
                    <td className="text-right">{show(water.netMm, "waterDepth", 0)}</td>
                    <td className="text-right">{show(water.volumeM3, "waterVolume")}</td>
                    <td className="text-right">{number(water.hours, 0)}</td>
                    <td className="text-right">{water.kwh > 0 ? `${number(water.kwh, 0)} kWh` : "none"}</td>
                    <td className="text-right">{number(water.stressDays, 0)} days</td>
                    <td className="text-right">{show(other.rehearsal.expectedTPerHa, "yield", 1)}</td>
                    <td className={`text-right ${kept - cost >= best - 1 ? "font-semibold" : ""}`}>
                      {price > 0 ? areaMoney(kept - cost) : "no price"}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          <p className="text-[12px] text-soft">
            Worth: the target's yield as far as water allows it, at the crop's price, less what the water costs in
            hands, energy and price. Other costs are the same.
          </p>
        </div>
      )}
    </div>
  );
}
