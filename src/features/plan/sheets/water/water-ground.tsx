"use client";

import { formatDay } from "@/core/dates";
import { EVAPORATION_AT_FULL, evaporationKept, MULCH_KINDS, type MulchKind } from "@/core/water/mulch";
import { feltAs, MOISTURE_WAYS, type MoistureWay, SQUEEZED, USUAL_DENSITY } from "@/core/water/start-moisture";
import { Choice } from "@/ui/choice";
import { useUnits } from "../../../shared/units";
import { DecidedChoice } from "../../inputs/decided-choice";
import { DecidedNumber } from "../../inputs/decided-number";
import { DecisionLine } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";

const WAYS: Record<MoistureWay | "walked" | "missing", string> = {
  walked: "from the rain before",
  feel: "squeezed by hand",
  volume: "measured, % by volume",
  mass: "weighed, % by mass",
  tension: "tensiometer, kPa",
  missing: "so much is missing",
};
const MULCHES: Record<MulchKind, string> = { none: "bare ground", straw: "straw, leaves or grass", film: "film" };

/** The store at planting: walked from the weather before, or felt or measured. */
export function StoreAtPlanting() {
  const { plan, facts, decisions, set, editable } = usePlanModel();
  const { show } = useUnits();
  if (!plan?.water.season) return null;
  const { startMoisture, startDepletionMm, startFrom } = decisions.water ?? {};
  const way = startMoisture ? (startMoisture.how ?? "feel") : startDepletionMm !== undefined ? "missing" : "walked";
  const off = facts.previousCrop?.harvest;
  const usual: Record<MoistureWay, number> = { feel: 75, volume: 25, mass: 18, tension: 40 };
  return (
    <DecisionLine
      what="Soil water at planting"
      value={
        <span className="inline-flex flex-wrap items-baseline justify-end gap-x-2">
          <Choice
            label="How the store at planting is known"
            value={way}
            disabled={!editable}
            options={[
              { value: "walked", label: WAYS.walked, note: "by days, with the bare ground's evaporation" },
              ...MOISTURE_WAYS.map((id) => ({ value: id, label: WAYS[id] })),
              { value: "missing", label: WAYS.missing },
            ]}
            onChange={(id) => {
              // one way of knowing at a time
              set(
                "water/startMoisture",
                id === "walked" || id === "missing" ? undefined : { how: id, value: usual[id] },
              );
              set("water/startDepletionMm", id === "missing" ? 0 : undefined);
            }}
          />
          {way === "missing" && (
            <DecidedNumber
              path="water/startDepletionMm"
              label="Water missing at planting"
              value={startDepletionMm}
              dimension="waterDepth"
              width="3.4em"
            />
          )}
          {startMoisture && way !== "feel" && (
            <DecidedNumber
              path="water/startMoisture/value"
              label={way === "tension" ? "Suction" : "Water in the soil"}
              value={startMoisture.value}
              dimension="count"
              within={way === "tension" ? {} : { max: 100 }}
              suffix={way === "tension" ? "kPa" : "%"}
              width="3.4em"
              keeps
            />
          )}
          {startMoisture && way === "mass" && (
            <DecidedNumber
              path="water/startMoisture/bulkDensity"
              label="Bulk density"
              value={startMoisture.bulkDensity ?? USUAL_DENSITY}
              dimension="count"
              decimals={2}
              suffix="t/m³"
              width="3.2em"
            />
          )}
        </span>
      }
      leads={
        way === "walked" && off ? (
          <DecidedChoice
            path="water/startFrom"
            label="Walked from"
            value={startFrom ?? "lastCrop"}
            usual="lastCrop"
            options={[
              {
                value: "lastCrop",
                label: `from half empty on ${formatDay(off)}`,
                note: `${facts.previousCrop?.name ?? "the last crop"} comes off then and leaves half of the available water (assumption)`,
              },
              { value: "capacity", label: "from full ground, 90 days before", note: "after a wet winter or a fallow" },
            ]}
          />
        ) : way === "feel" && startMoisture ? (
          <Choice
            label="How a squeezed handful looks"
            value={String(startMoisture.value)}
            disabled={!editable}
            options={SQUEEZED[feltAs(facts.field.textureClass)].map(({ leftPct, looks }) => ({
              value: String(leftPct),
              label: looks,
              note: `${leftPct} % of the available water is left`,
            }))}
            onChange={(pct) => set("water/startMoisture/value", Number(pct))}
          />
        ) : (
          <span className="text-soft">
            {show(plan.water.season.depletionMm[0] ?? 0, "waterDepth", 0)} missing at the end of the first day, as far
            as roots reach then
          </span>
        )
      }
    />
  );
}

/** What lies on the ground and keeps water in it. */
export function Mulching() {
  const { plan, decisions } = usePlanModel();
  const { number } = useUnits();
  if (!plan) return null;
  const { mulch } = plan.water;
  const kept = evaporationKept(mulch);
  const usual = plan.crop.guide.water.mulch?.kind ?? "none";
  return (
    <DecisionLine
      what="On the ground"
      value={
        <span className="inline-flex flex-wrap items-baseline justify-end gap-x-2">
          <DecidedChoice
            path="water/mulch/kind"
            label="Mulch"
            value={mulch.kind}
            usual={usual}
            options={MULCH_KINDS.map((id) => ({ value: id, label: MULCHES[id] }))}
          />
          {mulch.kind === "straw" && (
            <DecidedNumber
              path="water/mulch/depthCm"
              label="Depth of the mulch"
              value={decisions.water?.mulch?.depthCm ?? mulch.depthCm ?? 5}
              dimension="length"
              width="3em"
            />
          )}
          {mulch.kind === "film" && (
            <DecidedNumber
              path="water/mulch/coverPct"
              label="Ground under film"
              value={mulch.coverPct ?? 100}
              dimension="percent"
              suffix="%"
              width="3em"
            />
          )}
        </span>
      }
      leads={
        <>
          <FigureValue id="water.use" decimals={0} /> without stress
          {kept > 0 && (
            <span className="text-soft">
              ; {number(100 * kept, 0)} % of the soil's evaporation is kept back (FAO-56, chapter 10; under a full
              canopy only {number(EVAPORATION_AT_FULL, 2)} of the coefficient evaporates)
            </span>
          )}
        </>
      }
    />
  );
}
