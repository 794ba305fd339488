"use client";

import { WrittenValue } from "@/ui/written-value";
import { useUnits } from "../../../shared/units";
import { DecidedNumber } from "../../decided-number";
import { DecisionLine } from "../../decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";

/** What one coulter and all of them must let fall over a run, for the ways of sowing that a drill is checked for. */
export function DrillCheck() {
  const { plan, set, editable } = usePlanModel();
  const { split } = useUnits();
  const seed = plan?.seed;
  if (!seed?.drillCheck) return null;
  return (
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
            limits={{ above: 0, max: 300 }}
            suffix={`${split(1, "length").unit} rows`}
            width="3em"
          />
          <DecidedNumber
            path="seed/checkRunM"
            label="Length of the run"
            value={seed.drillCheck.runM}
            dimension="distance"
            limits={{ above: 0, max: 1000 }}
            width="2.6em"
          />
          <WrittenValue
            label="Coulters"
            text={String(seed.drillCheck.coulters)}
            suffix="coulters"
            width="2.4em"
            disabled={!editable}
            read={(typed) =>
              /^\d{1,3}$/.test(typed.trim()) && Number(typed) >= 1 && Number(typed) <= 200
                ? { ok: true, value: Number(typed) }
                : { ok: false, message: `Coulters: ${typed} given, allowed is a whole number from 1 to 200` }
            }
            onValue={(v) => set("seed/coulters", v)}
            onClear={() => set("seed/coulters", undefined)}
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
  );
}
