"use client";

import { yieldAtStake } from "@/core/sheets/protect/at-stake";
import { paysFrom } from "@/core/sheets/protect/pays-from";
import { useUnits } from "../../../shared/units";
import { DecidedMoney } from "../../inputs/decided-money";
import { DecidedNumber } from "../../inputs/decided-number";
import { usePlanModel } from "../../plan-context";

/** From how many of a threat on control pays here: by price, yield, what one of them costs, and what control costs and does. */
export function PaysFrom({ threatId, name, unit }: { threatId: string; name: string; unit: string }) {
  const { plan, facts, decisions } = usePlanModel();
  const { number, money, currency, show } = useUnits();
  if (!plan) return null;
  const own = decisions.protect?.pays?.[threatId] ?? {};
  const {
    costPerHa: cost,
    pricePerT: price,
    efficacyPct: efficacy,
    found,
  } = paysFrom(plan, facts, decisions, threatId);
  return (
    <div className="mt-1 grid gap-1 border-t border-line pt-1">
      <p className="flex flex-wrap items-baseline gap-x-2">
        Control pays where one more of it costs
        <DecidedNumber
          path={`protect/pays/${threatId}/lossPctPerUnit`}
          label={`Loss by one of ${name}`}
          value={own.lossPctPerUnit}
          dimension="percent"
          decimals={2}
          suffix="% of the yield,"
          width="3.4em"
        />
        control
        <DecidedMoney
          path={`protect/pays/${threatId}/costPerHa`}
          label={`Cost of control of ${name}`}
          value={cost}
          per="ha"
        />
        and takes
        <DecidedNumber
          path={`protect/pays/${threatId}/efficacyPct`}
          label={`Efficacy on ${name}, %`}
          value={efficacy}
          dimension="percent"
          decimals={0}
          suffix="% of them"
          width="2.8em"
        />
      </p>
      {found?.ok && cost !== null && (
        <p>
          <b>From {number(found.value.units, 1)}</b>, counted as {unit}: {money(cost, 2)} / ({money(price, 2)}{" "}
          {currency}/t x {show(yieldAtStake(plan), "yield", 1)} x {number(own.lossPctPerUnit ?? 0, 2)} % x{" "}
          {number(efficacy)} %).
        </p>
      )}
      {found && !found.ok && (
        <p className="text-stop">
          {price > 0 ? found.errors.map((e) => e.message).join("; ") : "The crop has no price."}
        </p>
      )}
      {!found && (
        <p className="text-soft">What one of it costs is typed by who knows it here; the guide's words go first.</p>
      )}
    </div>
  );
}
