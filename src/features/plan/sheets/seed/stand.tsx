"use client";

import { formatDay } from "@/core/dates";
import { standDecision } from "@/core/sheets/seed/stand-decision";
import { useUnits } from "../../../shared/units";
import { DecisionLine } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";

const WORDS = { leave: "leave it", fill: "fill the gaps", resow: "sow again" };

/** The stand as it was counted, and what leaving, filling and sowing again come to. */
export function CountedStandLine() {
  const { plan, facts } = usePlanModel();
  const { number, show, areaMoney, moneyUnit } = useUnits();
  const stand = plan?.seed.stand;
  if (!plan || !stand) return null;
  const decimals = plan.seed.targetPlantsPerM2 < 20 ? 1 : 0;
  const options = standDecision(plan, facts);
  return (
    <DecisionLine
      what="Stand"
      hint={`counted ${formatDay(stand.day)} at ${stand.places} places by ${stand.person}`}
      value={
        <span>
          {show(stand.plantsPerM2, "countPerArea", decimals)}{" "}
          <span className="text-soft">
            ({number(stand.ci95[0], decimals)} to {number(stand.ci95[1], decimals)})
          </span>
          , {number(100 * stand.share, 0)} % of the target
        </span>
      }
      leads={
        <span>
          {number(stand.establishmentPct, 0)} % of what was put there.{" "}
          {options.map((o, i) => (
            <span key={o.id} className={i === 0 ? "font-semibold" : "text-soft"}>
              {i > 0 && "; "}
              {WORDS[o.id]}: {number(o.yieldPct, 0)} % of the yield, {areaMoney(o.worthPerHa)} {moneyUnit}
              {o.costPerHa > 0 && ` after ${areaMoney(o.costPerHa)} of cost`}
            </span>
          ))}
        </span>
      }
    />
  );
}
