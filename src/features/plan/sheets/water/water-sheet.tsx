"use client";

import { formatDay } from "@/core/dates";
import { nurseryWater } from "@/core/sheets/water/nursery";
import { PERCOLATION_MM } from "@/core/sheets/water/pond";
import { WATER_SCHOOL_IDS, WATER_SCHOOL_REASONS, WATER_SCHOOLS } from "@/core/sheets/water/schools";
import { WATER_SYSTEMS } from "@/core/water/systems";
import type { WaterAnalysis } from "@/core/water/water-quality";
import { Choice } from "@/ui/choice";
import { Disclosure } from "@/ui/disclosure";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../../shared/units";
import { DecidedNumber } from "../../inputs/decided-number";
import { DecisionLine, SheetHead } from "../../inputs/decision-line";
import { PlannedDate } from "../../inputs/planned-date";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";
import { PondChart } from "./pond-chart";
import { WaterChart } from "./water-chart";
import { Mulching, StoreAtPlanting } from "./water-ground";
import { WaterPower } from "./water-power";
import { WaterQuality } from "./water-quality";
import { WaterSchools } from "./water-schools";
import { Interval, WhenItRuns } from "./water-when";

/** Sheet 5: when and how much, with what, and what the crop makes of it. */
export function WaterSheet() {
  const { plan, facts, decisions, set, editable } = usePlanModel();
  const { number, show, split } = useUnits();
  if (!plan) return null;
  const { water } = plan;
  const { guide } = plan.crop;
  const { irrigated } = facts.field;
  const stage = (id: string) => guide.stages.find((s) => s.id === id)?.name ?? id;
  const fixed = water.school !== "balance" && water.school !== "none";
  return (
    <div>
      <SheetHead
        title="Water"
        about={
          !irrigated
            ? "rain alone waters this field"
            : water.pond
              ? "water stands on this field"
              : `${water.irrigations.length} irrigations in the simulated season that it is planned on`
        }
      />
      {irrigated && !water.pond && (
        <DecisionLine
          what="Water is given"
          value={
            <Choice
              label="When water is given"
              value={water.school}
              disabled={!editable}
              options={WATER_SCHOOL_IDS.filter((id) => id !== "days" || guide.water.calendar).map((id) => ({
                value: id,
                label: WATER_SCHOOLS[id],
                note: WATER_SCHOOL_REASONS[id],
              }))}
              onChange={(id) => set("water/school", id === "balance" ? undefined : id)}
            />
          }
          leads={
            <>
              <FigureValue id="water.net" decimals={0} /> at the roots, <FigureValue id="water.gross" decimals={0} />{" "}
              taken, <FigureValue id="water.stressDays" decimals={0} /> of stress
            </>
          }
        />
      )}
      {water.school === "balance" && irrigated && !water.pond && (
        <DecisionLine
          what="Given at"
          hint="of the readily available water; what is left free takes rain"
          value={
            <span className="inline-flex flex-wrap items-baseline justify-end gap-x-2">
              <DecidedNumber
                path="water/atRawPct"
                label="Share of the readily available water"
                value={decisions.water?.atRawPct ?? 100}
                dimension="percent"
                suffix="%"
                width="3.4em"
              />
              leaving
              <DecidedNumber
                path="water/leaveMm"
                label="Room left for rain"
                value={decisions.water?.leaveMm ?? 0}
                dimension="waterDepth"
                width="3em"
              />
            </span>
          }
          leads={
            <span className="text-soft">
              one season in five asks for {show(water.dryNetMm, "waterDepth", 0)} or more, one in five for{" "}
              {show(water.wetNetMm, "waterDepth", 0)} or less
            </span>
          }
        />
      )}
      {fixed && irrigated && (
        <DecisionLine
          what="Each time"
          value={
            <span className="inline-flex flex-wrap items-baseline justify-end gap-x-2">
              <DecidedNumber
                path="water/irrigationMm"
                label="Net water of an irrigation"
                value={
                  decisions.water?.irrigationMm ??
                  (water.school === "days" ? guide.water.calendar?.mm : undefined) ??
                  25
                }
                dimension="waterDepth"
                width="3.4em"
              />
            </span>
          }
          leads={<span className="text-soft">net, at the roots</span>}
        />
      )}
      {water.school === "interval" && irrigated && !water.pond && <Interval />}
      {irrigated && <WhenItRuns />}
      {irrigated && (
        <DecisionLine
          what="Brought by"
          value={
            <Choice
              label="System"
              value={water.system.id}
              disabled={!editable}
              options={Object.values(WATER_SYSTEMS).map((s) => ({
                value: s.id,
                label: s.name,
                note: `${s.efficiencyPct} % arrives; ${split(s.leastMm, "waterDepth").number} to ${show(s.mostMm, "waterDepth")} at a time${s.wetsLeaves ? "; wets the leaves" : ""}`,
              }))}
              onChange={(id) => set("water/system", id)}
            />
          }
          leads={
            water.pond ? (
              <span className="text-soft">what seeps away is counted in the depth</span>
            ) : (
              <>
                <FigureValue id="water.efficiency" decimals={0} /> arrives
              </>
            )
          }
        />
      )}
      {irrigated && (
        <DecisionLine
          what="Flow and lift"
          value={
            <span className="inline-flex flex-wrap items-baseline justify-end gap-x-3">
              <DecidedNumber
                path="water/pump/flowM3PerH"
                label="Flow"
                value={plan.figures["water.flow"]?.value ?? null}
                dimension="flow"
                width="4em"
              />
              <DecidedNumber
                path="water/pump/liftM"
                label="Lift"
                value={decisions.water?.pump?.liftM ?? facts.field.waterLiftM ?? null}
                dimension="distance"
                width="3.4em"
              />
            </span>
          }
          leads={
            <>
              <FigureValue id="water.power" decimals={1} />; in all <FigureValue id="water.hours" decimals={0} />,{" "}
              <FigureValue id="water.energy" decimals={0} />
            </>
          }
        />
      )}
      {water.season && (
        <DecisionLine
          what="Yield with this water"
          hint="of that without shortage, mean of the simulated seasons; FAO-33 checks it on the season planned for"
          value={plan.figures["yield.water"] ? <FigureValue id="yield.water" decimals={0} /> : "not known"}
          leads={
            <>
              check: <FigureValue id="water.yield" decimals={0} /> stage by stage
              {water.seasonYieldPct !== null && (
                <>
                  ; <FigureValue id="water.yieldSeason" decimals={0} /> by the season's sums
                </>
              )}
              ; <FigureValue id="water.stressDays" decimals={0} /> of stress
            </>
          }
        />
      )}
      {water.season && <StoreAtPlanting />}
      {water.season && <Mulching />}
      {water.pond && <Seepage />}
      {water.season && <WaterChart days={water.season} today={facts.today} stopOn={irrigated ? water.stopOn : null} />}
      {water.pond && <PondChart days={water.pond} stopOn={water.stopOn} />}
      {water.irrigations.length > 0 && <Irrigations />}
      {irrigated && !water.pond && <WaterSchools />}
      {irrigated && (
        <>
          <Disclosure first={false} className="mt-2" summary="Pipe, pump and sun">
            <WaterPower />
          </Disclosure>
          <Disclosure first={false} className="mt-1" summary={qualitySummary(water.quality)}>
            <WaterQuality />
          </Disclosure>
        </>
      )}
      {!water.season && !water.pond && (
        <p className="py-2 text-soft">No balance: it needs a weather station and a date of planting.</p>
      )}
      <Nursery />
      <ul className="mt-3 grid gap-1 text-[13px]">
        <li>Critical stages: {guide.water.criticalStages.map(stage).join(", ")}.</li>
        <li>
          Last irrigation: {guide.water.stop}
          {water.stopOn && irrigated ? `; here ${formatDay(water.stopOn)}` : ""}.
        </li>
        {guide.water.standing.map((s) => (
          <li key={s.fromStage}>
            From {stage(s.fromStage)}: {s.depthCm > 0 ? `${show(s.depthCm, "length")} of water` : "drained"}
            {s.refillAtCm !== undefined && s.refillAtCm < 0
              ? `, refilled when it is ${show(-s.refillAtCm, "length")} below the surface`
              : ""}
            , {s.why}.
          </li>
        ))}
        {(guide.water.moist ?? []).map((m) => (
          <li key={m.fromStage}>
            {m.days} days from {stage(m.fromStage)}: given at {number(m.atRawPct)} % of the readily available water,{" "}
            {m.why}
            {decisions.water?.atRawPct !== undefined ? " (not now: another share is typed)" : ""}.
          </li>
        ))}
        {water.pond &&
          (guide.water.lowered ?? []).map((l) => (
            <li key={l.role}>
              {show(l.depthCm, "length")} from {days(l.daysBefore)} before{" "}
              {l.role === "feed" ? "fertiliser" : "weeding"}
              {l.daysAfter > 0 ? ` to ${days(l.daysAfter)} after it` : ""}: {l.why}.
            </li>
          ))}
        <li className="text-soft">{guide.water.risks}.</li>
      </ul>
    </div>
  );
}

const days = (n: number) => `${n} ${n === 1 ? "day" : "days"}`;
const qualitySummary = ({ ecDsM }: WaterAnalysis) =>
  `What comes with the water${ecDsM == null ? ": not analysed" : ""}`;

/** Water on the nursery's bed by days, where seedlings are raised. */
function Nursery() {
  const { plan } = usePlanModel();
  const { show } = useUnits();
  if (!plan) return null;
  const steps = nurseryWater(plan.crop.method.nursery, plan.operations.find((o) => o.role === "nursery")?.date ?? null);
  if (steps.length === 0) return null;
  return (
    <table className="mt-3 w-full border-collapse">
      <caption className="text-left font-semibold">Water on the nursery</caption>
      <TableHead columns={["From", ...figures("Water", "Seedlings"), { name: "Why", className: "pl-4" }]} />
      <tbody>
        {steps.map((step) => (
          <tr key={step.fromDay} className="border-t border-line align-baseline">
            <th scope="row" className="whitespace-nowrap py-0.5 text-left font-normal">
              {step.date ? formatDay(step.date) : `day ${step.fromDay}`}
            </th>
            <td className="whitespace-nowrap text-right">
              {step.depthCm > 0 ? show(step.depthCm, "length", 1) : "none stands"}
            </td>
            <td className="whitespace-nowrap text-right">
              {step.seedlingCm > 0 ? show(step.seedlingCm, "length", 0) : ""}
            </td>
            <td className="pl-4 text-[13px]">{step.what}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What seeps away under a pond, measured by a stick where somebody did. */
function Seepage() {
  const { plan, decisions } = usePlanModel();
  const { show } = useUnits();
  if (!plan?.water.pond) return null;
  const days = plan.water.pond.depthMm.length;
  return (
    <DecisionLine
      what="Percolation"
      hint="in a day"
      value={
        <DecidedNumber
          path="water/percolationMmPerDay"
          label="Water that seeps away in a day"
          value={decisions.water?.percolationMmPerDay ?? PERCOLATION_MM}
          dimension="waterDepth"
          width="3em"
        />
      }
      leads={
        <span className="text-soft">
          a stick with a mark: what the water falls by in a day without rain, less about{" "}
          {show(plan.water.etcMm / Math.max(1, days), "waterDepth", 0)} that the crop uses
        </span>
      }
    />
  );
}

/** The irrigations, each with its day and amount to be put right. */
function Irrigations() {
  const { plan, decisions } = usePlanModel();
  const { show, number } = useUnits();
  if (!plan) return null;
  const { water } = plan;
  return (
    <Disclosure
      first={water.irrigations.length <= 14}
      className="mt-3 font-semibold"
      summary={`${water.pond ? "Fillings" : "Irrigations"}: ${water.irrigations.length}, ${show(water.volumeM3, "waterVolume")}`}
    >
      <div className="overflow-x-auto">
        <table className="w-full border-collapse">
          <TableHead columns={["Day", ...figures("At the roots", "Taken", "Volume", "Hours", "Energy")]} />
          <tbody>
            {water.irrigations.map((irrigation) => {
              const operation = plan.operations.find((o) => o.id === irrigation.id);
              return (
                <tr key={irrigation.id} className="border-t border-line">
                  <th scope="row" className="py-0.5 text-left font-normal">
                    {operation?.doneOn ? (
                      `${formatDay(irrigation.date)}, given`
                    ) : water.pond ? (
                      formatDay(irrigation.date)
                    ) : (
                      <PlannedDate
                        operation={operation}
                        label={`Day of irrigation ${irrigation.id.slice(irrigation.id.lastIndexOf("-") + 1)}`}
                        name="Irrigation"
                      />
                    )}
                  </th>
                  <td className="text-right">
                    {water.pond ? (
                      show(irrigation.netMm, "waterDepth", 0)
                    ) : (
                      <DecidedNumber
                        path={`water/irrigations/${irrigation.id}`}
                        label={`Net water of the irrigation of ${formatDay(irrigation.date)}`}
                        value={decisions.water?.irrigations?.[irrigation.id] ?? irrigation.netMm}
                        dimension="waterDepth"
                        decimals={0}
                        width="3.2em"
                      />
                    )}
                  </td>
                  <td className="text-right">{show(irrigation.grossMm, "waterDepth", 0)}</td>
                  <td className="text-right">{show(irrigation.volumeM3, "waterVolume")}</td>
                  <td className="text-right">{number(irrigation.hours, 1)}</td>
                  <td className="text-right">{irrigation.kwh > 0 ? `${number(irrigation.kwh, 0)} kWh` : ""}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </Disclosure>
  );
}
