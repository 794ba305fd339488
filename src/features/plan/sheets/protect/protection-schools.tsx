"use client";

import { useMemo } from "react";
import { protectionSchools, threatsAtStake } from "@/core/sheets/protect/schools";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../../shared/units";
import { usePlanModel } from "../../plan-context";

/** Ways of protection side by side: treatments, cost, yield lost all the same. */
export function ProtectionSchools() {
  const { plan, facts } = usePlanModel();
  const { number, areaMoney, moneyUnit } = useUnits();
  const [lines, stakes] = useMemo(
    () => (plan ? [protectionSchools(plan, facts), threatsAtStake(plan, facts)] : [[], []]),
    [plan, facts],
  );
  if (!plan) return null;
  if (lines.length === 0)
    return <p className="text-soft">This kind of crop is grown without products: there is one way.</p>;
  const unnamed = stakes.filter((t) => t.stake.product === null).map((t) => t.name.toLowerCase());
  const spread = (of: { few: number; usual: number; many: number }, write: (n: number) => string) =>
    of.many - of.few < 0.05 ? write(of.usual) : `${write(of.usual)} (${write(of.few)} to ${write(of.many)})`;
  return (
    <div className="overflow-x-auto">
      <table className="mt-1 w-full border-collapse">
        <caption className="sr-only">Ways of protection compared on this field</caption>
        <TableHead
          className="[&>th]:px-1"
          columns={[
            "Way",
            ...figures("Treatments", `Cost, ${moneyUnit}`, "Yield lost", `Lost, ${moneyUnit}`, "Cost and loss"),
          ]}
        />
        <tbody>
          {lines.map((l) => (
            <tr key={l.id} className={`border-t border-line ${l.chosen ? "font-semibold" : ""}`}>
              <th scope="row" className={`py-1 text-left ${l.chosen ? "" : "font-normal"}`} title={l.why}>
                {l.name}
                {l.chosen && ", chosen"}
              </th>
              <td className="text-right">{spread(l.treatments, (n) => number(n, 1))}</td>
              <td className="text-right">{spread(l.costPerHa, (n) => areaMoney(n))}</td>
              <td className="text-right">{number(l.lossPct, 1)} %</td>
              <td className="text-right">{l.lossPerHa === null ? "no price" : areaMoney(l.lossPerHa)}</td>
              <td className="text-right">{l.lossPerHa === null ? "" : areaMoney(l.lossPerHa + l.costPerHa.usual)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-[12px] text-soft">
        Before the season, by chance: how likely each threat is, what it takes where nothing is done, what a treatment
        keeps, how often its weather comes (in brackets the seasons with little and with much of it), the cheapest
        product of the register within its label's number. Weeds are not in it.
        {unnamed.length > 0 && ` No label names ${unnamed.join(", ")}: nothing is reckoned as treated against them.`}{" "}
        Resistance and bees have no price here.
      </p>
    </div>
  );
}
