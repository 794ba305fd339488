"use client";

import { addDays, formatDay } from "@/core/dates";
import { useUnits } from "../../../shared/units";
import { DecidedNumber } from "../../inputs/decided-number";
import { DecisionLine } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";

/** Silage: how dry it goes in, the pit, the roller, the sap, and how it is fed. */
export function SilageLines() {
  const { plan, decisions } = usePlanModel();
  const { number } = useUnits();
  const silage = plan?.keep.silage;
  const kept = plan?.crop.guide.keep.silage;
  if (!plan || !silage || !kept) return null;
  const own = decisions.keep?.silage ?? {};
  const chop = [...kept.chopMm].reverse().find((c) => silage.dryMatterPct >= c.fromDryPct) ?? kept.chopMm[0];
  return (
    <>
      <h3 className="mt-2 border-b border-line pb-1 text-base">Silage</h3>
      <DecisionLine
        what="Wilted to"
        hint={`cut at ${number(silage.cutDryPct, 0)} % dry matter; empty: not wilted`}
        value={
          <DecidedNumber
            path="keep/silage/wiltToPct"
            label="Wilted to"
            value={own.wiltToPct}
            dimension="percent"
            within={{ min: silage.cutDryPct }}
            suffix="% dry matter"
            width="3em"
          />
        }
        leads={
          <span>
            <FigureValue id="silage.mass" decimals={0} /> to fill; it ferments without additive from{" "}
            <FigureValue id="silage.from" decimals={0} />
            {chop && ` dry matter; chopped to ${chop.from} to ${chop.to} mm`}
          </span>
        }
      />
      <DecisionLine
        what="Pit, filled"
        hint="width and height"
        value={
          <span className="inline-flex flex-wrap justify-end gap-x-2">
            <DecidedNumber
              path="keep/silage/widthM"
              label="Width of the pit"
              value={silage.widthM}
              dimension="distance"
              width="3em"
            />
            ×
            <DecidedNumber
              path="keep/silage/heightM"
              label="Height of the pit"
              value={silage.heightM}
              dimension="distance"
              decimals={1}
              width="3em"
            />
          </span>
        }
        leads={
          <span>
            <FigureValue id="silage.volume" decimals={0} />, <FigureValue id="silage.length" decimals={1} /> long; sap{" "}
            <FigureValue id="silage.sap" decimals={1} />
          </span>
        }
      />
      <DecisionLine
        what="Brought and rolled"
        hint="layers of 30 cm, sealed the same evening"
        value={
          <span className="inline-flex flex-wrap justify-end gap-x-2">
            <DecidedNumber
              path="keep/silage/tPerHour"
              label="Delivery rate"
              value={silage.tPerHour}
              dimension="count"
              decimals={1}
              suffix="t/h"
              width="3em"
            />
            <DecidedNumber
              path="keep/silage/rollerT"
              label="Mass of the roller"
              value={own.rollerT}
              dimension="count"
              suffix="t roller"
              width="3em"
            />
          </span>
        }
        leads={
          <span>
            filled in <FigureValue id="silage.hours" decimals={1} />, rolled by{" "}
            <FigureValue id="silage.roller" decimals={1} /> or more
          </span>
        }
      />
      <DecisionLine
        what="Or wrapped bales"
        hint="instead of the pit: for little at a time, and far from it"
        value={
          <DecidedNumber
            path="keep/silage/baleDryKg"
            label="Dry matter of a bale"
            value={silage.baleDryKg}
            dimension="mass"
            decimals={0}
            width="3.4em"
          />
        }
        leads={
          <span>
            <FigureValue id="silage.bales" decimals={0} />, about {number(silage.filmRolls, 0)} rolls of film in six
            layers
          </span>
        }
      />
      <DecisionLine
        what="Fed on a day"
        hint={
          plan.harvestDate
            ? `opened from ${formatDay(addDays(plan.harvestDate, kept.openAfterDays))} on`
            : `opened ${kept.openAfterDays} days after it is sealed`
        }
        value={
          <DecidedNumber
            path="keep/silage/usePerDayT"
            label="Fed on a day"
            value={own.usePerDayT}
            dimension="count"
            suffix="t"
            width="4em"
          />
        }
        leads={
          <span>
            <FigureValue id="silage.fed" decimals={0} /> come out to be fed
            {plan.figures["silage.days"] && (
              <>
                , for <FigureValue id="silage.days" decimals={0} />; the face moves{" "}
                <FigureValue id="silage.face" decimals={1} />
              </>
            )}
          </span>
        }
      />
    </>
  );
}
