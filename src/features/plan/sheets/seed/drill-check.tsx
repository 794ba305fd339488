"use client";

import { useState } from "react";
import { drillSetting } from "@/core/establish/drill-setting";
import { WrittenValue } from "@/ui/written-value";

import { useUnits } from "../../../shared/units";
import { DecidedNumber } from "../../inputs/decided-number";
import { DecidedWhole } from "../../inputs/decided-whole";
import { DecisionLine } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";

/** A catch this near to what is wanted is right [%]; assumption. */
const WITHIN_PCT = 2;

/** What one coulter and all of them must let fall over a run, for the ways of sowing that a drill is checked for. */
export function DrillCheck() {
  const { plan, decisions } = usePlanModel();
  const { split, read, number } = useUnits();
  const [caught, setCaught] = useState<number | null>(null);
  const [setting, setSetting] = useState<number | null>(null);
  const seed = plan?.seed;
  if (!plan || !seed?.drillCheck) return null;
  const next =
    caught === null || setting === null
      ? null
      : drillSetting({ setting, caughtG: caught, wantedG: seed.drillCheck.gInAll });
  return (
    <>
      <DecisionLine
        what="Drill check"
        hint="turn by hand or drive the run, weigh what falls"
        value={
          <span className="inline-flex flex-wrap justify-end gap-x-3">
            <DecidedNumber
              path="seed/rowSpacingCm"
              label="Row spacing"
              value={seed.rowSpacingCm ?? 0}
              dimension="length"
              suffix={`${split(1, "length").unit} rows`}
              width="3em"
            />
            <DecidedNumber
              path="seed/checkRunM"
              label="Length of the run"
              value={seed.drillCheck.runM}
              dimension="distance"
              width="2.6em"
            />
            <DecidedWhole
              path="seed/coulters"
              label="Coulters"
              value={seed.drillCheck.coulters}
              most={200}
              suffix="coulters"
            />
          </span>
        }
        leads={
          <span>
            catch <FigureValue id="seed.gPerCoulter" decimals={1} /> a coulter,{" "}
            <FigureValue id="seed.gInAll" decimals={0} /> in all
          </span>
        }
      />
      <DecisionLine
        what="Soaked before"
        hint="weighed dry, and again when its outside is dry; empty: sown dry"
        value={
          <DecidedNumber
            path="seed/soakedPct"
            label="Weight gain from soaking"
            value={decisions.seed?.soakedPct}
            dimension="percent"
            suffix="% heavier"
            width="3em"
          />
        }
        leads={
          plan.figures["seed.soakedRate"] ? (
            <span>
              set it anew for <FigureValue id="seed.soakedRate" decimals={0} />: wet seed runs slower, and must fall
              within the day
            </span>
          ) : null
        }
      />
      <DecisionLine
        what="Weight collected, at setting"
        hint="grams in all, and where the scale stood"
        value={
          <span className="inline-flex flex-wrap justify-end gap-x-3">
            <WrittenValue
              label="Caught"
              text={caught === null ? "" : number(caught, 0)}
              suffix="g"
              width="4em"
              read={read("Caught", "seedMass", { above: 0, max: 1_000_000 })}
              onValue={setCaught}
              onClear={() => setCaught(null)}
            />
            <WrittenValue
              label="Set at"
              text={setting === null ? "" : number(setting, 1)}
              width="3.4em"
              read={read("Set at", "count", { above: 0, max: 1_000_000 })}
              onValue={setSetting}
              onClear={() => setSetting(null)}
            />
          </span>
        }
        leads={
          next?.ok ? (
            <span role="status">
              {Math.abs(next.value.offPct) <= WITHIN_PCT
                ? "right: leave it"
                : `${number(Math.abs(next.value.offPct), 1)} % ${next.value.offPct > 0 ? "too much" : "short"}: set it to ${number(next.value.setting, 1)} and catch again`}
            </span>
          ) : null
        }
      />
    </>
  );
}
