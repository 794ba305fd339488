"use client";

import dynamic from "next/dynamic";
import { SHEET_NAMES, SHEETS } from "@/core/sheet-ids";
import { Disclosure } from "@/ui/disclosure";
import { WrittenValue } from "@/ui/written-value";
import { SheetMark, sheetColour } from "../../../shared/sheet-mark";
import { useUnits } from "../../../shared/units";
import { DecidedMoney } from "../../inputs/decided-money";
import { DecisionLine, SheetHead } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";

/** Drafts the plan for each year, for each outlet, with each figure moved: fetched when somebody compares. */
const StandYears = dynamic(() => import("./stand-years").then((m) => m.StandYears));
const LeansOn = dynamic(() => import("./leaning").then((m) => m.LeansOn));
const Outlets = dynamic(() => import("./outlets").then((m) => m.Outlets));

/** Sheet 9: cost by sheet, margin, and where the crop breaks even. */
export function MoneySheet() {
  const { plan, decisions, set, editable } = usePlanModel();
  const { number, read, currency, money, areaMoney, moneyUnit } = useUnits();
  if (!plan) return null;
  const sheets = SHEETS.filter((s) => (plan.money.costBySheet[s] ?? 0) > 0);
  const most = Math.max(1, ...sheets.map((s) => plan.money.costBySheet[s] ?? 0));
  return (
    <div>
      <SheetHead title="Money" about="costs by sheet against the output at the target and at the expected yield" />
      <DecisionLine
        what="Price"
        hint="per tonne, as sold"
        value={
          <WrittenValue
            label="Price per tonne"
            text={plan.money.pricePerT === null ? "" : number(plan.money.pricePerT / 100, 2)}
            suffix={`${currency}/t`}
            disabled={!editable}
            read={read("Price", "count", { min: 0, max: 1_000_000 })}
            onValue={(v) => set("money/pricePerT", Math.round(v * 100))}
            onClear={() => set("money/pricePerT", undefined)}
          />
        }
        leads={
          <span>
            output <FigureValue id="money.output" decimals={0} />
          </span>
        }
      />
      <DecisionLine
        what="Other costs"
        hint="rent, insurance, levies"
        value={
          <WrittenValue
            label="Other costs"
            text={decisions.money?.otherCostPerHa ? areaMoney(decisions.money.otherCostPerHa, 2) : ""}
            suffix={moneyUnit}
            disabled={!editable}
            read={read("Other costs", "moneyPerArea", { min: 0, max: 1_000_000 })}
            onValue={(v) => set("money/otherCostPerHa", Math.round(v * 100))}
            onClear={() => set("money/otherCostPerHa", undefined)}
          />
        }
      />
      <DecisionLine
        what="Payments"
        hint="schemes and subsidies that come with this crop here"
        value={
          <DecidedMoney
            path="money/paymentPerHa"
            label="Payments"
            value={decisions.money?.paymentPerHa ?? null}
            per="ha"
          />
        }
      />
      {plan.crop.base.methods.some((m) => m.stock.by === "standing") && (
        <Disclosure first={false} summary="Years of one planting" className="py-1 text-[13px] text-action">
          <StandYears />
        </Disclosure>
      )}
      <Disclosure first={false} summary="Outlets compared" className="py-1 text-[13px] text-action">
        <Outlets />
      </Disclosure>
      <Disclosure first={false} summary="What this plan leans on" className="py-1 text-[13px] text-action">
        <LeansOn />
      </Disclosure>
      <table className="mt-2 w-full border-collapse">
        <caption className="sr-only">Cost by sheet</caption>
        <tbody>
          {sheets.map((s) => (
            <tr key={s} className="border-t border-line">
              <th scope="row" className="w-40 py-1 text-left font-normal">
                <span className="inline-flex items-center gap-2">
                  <SheetMark sheet={s} size={15} /> {s === "money" ? "Other" : SHEET_NAMES[s]}
                </span>
              </th>
              <td className="py-1">
                <span
                  className="block h-3"
                  aria-hidden
                  style={{
                    width: `${((plan.money.costBySheet[s] ?? 0) / most) * 100}%`,
                    background: sheetColour(s),
                    opacity: 0.55,
                  }}
                />
              </td>
              <td className="w-36 py-1 text-right">
                <FigureValue id={`money.${s}`} decimals={0} />
              </td>
            </tr>
          ))}
          <tr className="border-t-2 border-ink font-semibold">
            <th scope="row" className="py-1 text-left">
              Cost
            </th>
            <td />
            <td className="py-1 text-right">
              <FigureValue id="money.cost" decimals={0} />
            </td>
          </tr>
        </tbody>
      </table>
      <div className="mt-3">
        <DecisionLine
          what="Margin at the target"
          value={<FigureValue id="money.margin" decimals={0} />}
          leads={
            plan.money.marginPerHa === null ? null : (
              <span className="text-soft">{`${money(plan.money.marginPerHa * plan.areaHa)} ${currency} on the field`}</span>
            )
          }
        />
        <DecisionLine
          what="Margin at expected yield"
          value={<FigureValue id="money.marginExpected" decimals={0} />}
          leads={
            <span>
              <FigureValue id="yield.expect" decimals={1} />
            </span>
          }
        />
        {plan.figures["money.marginBad"] && (
          <DecisionLine
            what="Margin in a bad season, one in five"
            value={<FigureValue id="money.marginBad" decimals={0} />}
            leads={
              <span>
                under <FigureValue id="yield.bad" decimals={1} />
              </span>
            }
          />
        )}
        {plan.figures["money.marginHarvested"] && (
          <DecisionLine
            what="Margin at what was harvested"
            value={<FigureValue id="money.marginHarvested" decimals={0} />}
            leads={<FigureValue id="harvest.yield" decimals={2} />}
          />
        )}
        <p className="text-[13px] text-soft">{`Not costed yet: ${plan.money.notPlanned.join(", ")}.`}</p>
        <DecisionLine what="Breaks even at a yield of" value={<FigureValue id="money.breakEvenYield" />} />
        <DecisionLine what="Breaks even at a price of" value={<FigureValue id="money.breakEvenPrice" decimals={2} />} />
      </div>
    </div>
  );
}
