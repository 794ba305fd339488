"use client";

import { addDays, formatDay } from "@/core/dates";
import { keepOrSell } from "@/core/keep/keep-or-sell";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../../shared/units";
import { DecidedMoney } from "../../inputs/decided-money";
import { DecidedNumber } from "../../inputs/decided-number";
import { usePlanModel } from "../../plan-context";

/** Interest on money that is not there yet where nobody typed one [% a year]; assumption. */
const USUAL_INTEREST_PCT = 6;
/** What keeps for less is not stored [months]; assumption. */
const LEAST_MONTHS = 1;
/** Days in a month of the table. */
const MONTH = 30.4;

/** Sell at harvest or store: the price that each month must bring, and what a price that one expects would gain. */
export function KeepOrSell() {
  const { plan, decisions } = usePlanModel();
  const { number, money, currency } = useUnits();
  if (!plan) return null;
  const price = plan.money.pricePerT;
  if (price === null)
    return <p className="py-1 text-soft">Without a price at harvest (on sheet 9) nothing can be said of waiting.</p>;
  const { keep } = plan.crop.guide;
  if (keep.months.typical < LEAST_MONTHS)
    return <p className="py-1 text-soft">It is sold at once: it does not keep for a month.</p>;
  const own = decisions.keep ?? {};
  const interest = own.interestPctPerYear ?? USUAL_INTEREST_PCT;
  const answer = keepOrSell({
    pricePerT: price,
    lossPctPerMonth: keep.lossPctPerMonth.typical,
    costPerTMonth: own.costPerTMonth ?? 0,
    interestPctPerYear: interest,
    months: Math.min(48, Math.round(keep.months.high)),
    pricesByMonth: own.pricesByMonth,
  });
  if (!answer.ok) return null;
  const { months, bestMonth } = answer.value;
  // what keeps longest is only asked for half a year, and at each month that somebody typed a price for
  const shown = months.filter((m) => m.month <= 9 || m.pricePerT !== null);
  return (
    <div className="py-1">
      <p className="flex flex-wrap items-baseline gap-x-2">
        At harvest {money(price)} {currency}/t. The store costs
        <DecidedMoney
          path="keep/costPerTMonth"
          label="Cost of the store"
          value={own.costPerTMonth ?? 0}
          per="t and month"
        />
        , money
        <DecidedNumber
          path="keep/interestPctPerYear"
          label="Interest"
          value={interest}
          dimension="percent"
          suffix="% a year"
          width="2.6em"
        />
        <span className="text-[12px] text-soft">
          {own.interestPctPerYear === undefined && "(assumed); "}
          {keep.lossPctPerMonth.typical} % of the mass goes in a month.
        </span>
      </p>
      <div className="overflow-x-auto">
        <table className="mt-1 border-collapse [&_td]:px-3">
          <caption className="sr-only">What keeping until each month must bring</caption>
          <TableHead
            className="[&>th]:px-3"
            columns={[
              "Sold about",
              ...figures("Left", `Break-even price, ${currency}/t`, `You expect, ${currency}/t`, `Gain, ${currency}/t`),
            ]}
          />
          <tbody>
            {shown.map((m) => (
              <tr key={m.month} className={`border-t border-line ${m.month === bestMonth ? "font-semibold" : ""}`}>
                <th scope="row" className="py-0.5 text-left font-[inherit]">
                  {plan.harvestDate
                    ? formatDay(addDays(plan.harvestDate, Math.round(m.month * MONTH)))
                    : `month ${m.month}`}
                  {m.month > keep.months.typical && (
                    <span className="text-[12px] text-soft"> longer than it usually keeps</span>
                  )}
                </th>
                <td className="text-right">{number(m.keptPct, 1)} %</td>
                <td className="text-right">{money(m.neededPricePerT)}</td>
                <td className="text-right">
                  <DecidedMoney
                    path={`keep/pricesByMonth/${m.month}`}
                    label={`Price expected after ${m.month} months`}
                    value={m.pricePerT}
                    per="t"
                  />
                </td>
                <td className="text-right">{m.gainPerT === null ? "" : money(m.gainPerT)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="text-[12px] text-soft">
        {bestMonth > 0
          ? `By the prices that you expect, month ${bestMonth} brings the most. `
          : Object.keys(own.pricesByMonth ?? {}).length > 0
            ? "By the prices that you expect, selling at harvest brings the most. "
            : ""}
        A price that one expects is a guess; what is contracted stands in Contracts and crop prices.
      </p>
    </div>
  );
}
