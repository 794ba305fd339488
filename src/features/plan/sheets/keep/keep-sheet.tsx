"use client";

import { moistWayOf } from "@/core/sheets/keep-way";
import { span } from "@/core/units/told";
import { Link } from "../../../shared/link";
import { useUnits } from "../../../shared/units";
import { SheetHead } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";
import { KeepOrSell } from "./keep-or-sell";
import { KeepWays, SafeDays } from "./keep-ways";
import { Milled } from "./milled";
import { SilageLines } from "./silage";

/** Sheet 8: dry or cure, how much goes into store, how long it keeps, and when it is sold. */
export function KeepSheet() {
  const { plan } = usePlanModel();
  const { tell } = useUnits();
  if (!plan) return null;
  const { keep } = plan.crop.guide;
  const { tempC, humidityPct } = keep;
  const moist = moistWayOf(plan);
  return (
    <div>
      <SheetHead title="Keep" about="drying, storage, inspection, sale" />
      <p className="py-1">
        {plan.figures["keep.asCut"] ? (
          <>
            <FigureValue id="keep.asCut" decimals={2} /> are harvested; <FigureValue id="keep.water" decimals={2} /> of
            water to remove
            {plan.figures["keep.drying"] && (
              <>
                {" "}
                for <FigureValue id="keep.drying" decimals={0} />
              </>
            )}
            ;{" "}
          </>
        ) : null}
        storage volume needed: <FigureValue id="keep.room" decimals={0} />.{" "}
        <Link href="/season/stores" className="text-action underline underline-offset-2">
          Stores
        </Link>
      </p>
      <KeepWays />
      <SilageLines />
      <h3 className="mt-2 border-b border-line pb-1 text-base">Storage</h3>
      {moist ? (
        <p className="py-1">
          {moist.name}: as the label or the tower&apos;s maker says, for as long as they say. How dry grain is stored,
          and for how many days, does not hold for it.
        </p>
      ) : (
        <p className="py-1">
          {keep.store}. {tell(span(tempC.from, tempC.to, "C"))}
          {humidityPct && `, ${humidityPct.from} to ${humidityPct.to} % humidity`}; keeps{" "}
          {keep.months.typical < 1
            ? `${Math.round(keep.months.low * 30)} to ${Math.round(keep.months.high * 30)} days.`
            : `${keep.months.low} to ${keep.months.high} months, ${keep.months.typical} as a rule.`}
        </p>
      )}
      <SafeDays />
      <p className="py-1">
        Every {keep.inspectEveryDays} days: {keep.inspect}.
      </p>
      {keep.apart.length > 0 && (
        <p className="text-[13px]">
          Not in one room with{" "}
          {keep.apart.map((a) => `${a.crop.replace(/([A-Z])/g, " $1").toLowerCase()} (${a.why})`).join("; ")}.
        </p>
      )}
      <h3 className="mt-2 border-b border-line pb-1 text-base">Sell now or store</h3>
      <KeepOrSell />
      <Milled />
    </div>
  );
}
