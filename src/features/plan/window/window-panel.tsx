"use client";

import { X } from "lucide-react";
import { useMemo, useState } from "react";
import { addDays, formatDay, type IsoDate } from "@/core/dates";
import type { Input } from "@/core/figure/figure";
import { sowingWindows } from "@/core/plan/sowing-windows";
import { LIMIT_NAMES, type Limit } from "@/core/rehearsal/outcome";
import type { WindowAnswer, WindowDate } from "@/core/season/sowing-window";
import { planWindows, windowQuestion } from "@/core/sheets/varied/window-question";
import { Button } from "@/ui/button";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../shared/units";
import { useMovingDates } from "../moving-dates";
import { usePlanModel } from "../plan-context";
import { GivenFigure } from "../working";
import { Fallbacks } from "./fallbacks";
import { nearestDate } from "./nearest-date";
import { Rains } from "./rains";
import { TargetCheckView } from "./target-check-view";
import { useSimulation } from "./use-simulation";
import { WindowChart } from "./window-chart";

/** When to sow, what limits, what to do when the date is missed, and whether the target can be reached. */
export function WindowPanel({ onClose }: { onClose: () => void }) {
  const { plan, facts, editable } = usePlanModel();
  const { put } = useMovingDates();
  const of = useMemo(() => (plan ? planWindows(facts, plan) : null), [facts, plan]);
  const questions = useMemo(() => {
    const question = plan && of ? windowQuestion(facts, plan, of) : null;
    return question ? [question] : null;
  }, [facts, plan, of]);
  const run = useSimulation(questions);
  const answer = run.answer?.[0] ?? null;
  if (!plan || !of) return null;
  const planted = plan.operations.some((o) => o.role === "plant" && o.doneOn);
  const sowing = plan.operations.find((o) => o.role === "plant");
  const sowOn = (date: IsoDate) => sowing && put(sowing, date);
  return (
    <section aria-label="Sowing window and target" className="border border-line bg-sheet px-4 py-2.5">
      <div className="flex flex-wrap items-baseline gap-x-3 border-b border-line pb-1.5">
        <h2 className="text-lg">When to {plan.seed.by === "unit" ? "plant" : "sow"}, and what to expect</h2>
        <p className="text-[13px] text-soft">
          {facts.climate
            ? `${answer?.seasons ?? 100} simulated seasons of ${facts.climate.station}; a planning index, not a forecast`
            : "no weather station is chosen for this farm"}
        </p>
        <Button className="ml-auto" onClick={onClose}>
          <X size={14} aria-hidden /> Close
        </Button>
      </div>
      {!facts.climate && (
        <p className="py-3">
          Choose a station for {facts.field.farm} under Stations; then its climate is simulated here.
        </p>
      )}
      {run.problem && (
        <p role="alert" className="py-2 text-stop">
          The simulation failed: {run.problem} <Button onClick={run.again}>Try again</Button>
        </p>
      )}
      {run.progress !== null && (
        <p className="flex items-center gap-3 py-2" role="status">
          <progress value={run.progress} max={1} className="h-2 w-56" aria-label="Simulating seasons" />
          <span className="text-soft">{Math.round(100 * run.progress)} % of the seasons</span>
          <Button onClick={run.cancel}>Cancel</Button>
        </p>
      )}
      {run.cancelled && run.progress === null && (
        <p className="py-2">
          Cancelled. <Button onClick={run.again}>Simulate again</Button>
        </p>
      )}
      {answer && answer.dates.length === 0 && (
        <>
          <Verdict answer={answer} />
          <Customary />
        </>
      )}
      {answer && answer.dates.length > 0 && (
        <>
          <Verdict answer={answer} />
          <WindowChart
            answer={answer}
            windows={of.windows}
            planned={plan.plantingDate}
            onDate={(d) => editable && !planted && sowOn(d)}
          />
          <p className="text-[12px] text-soft">
            Green: how many seasons give that yield; line: chance of reaching the target; dotted: the target; dashed
            frames: customary windows. {editable && !planted && "Press a date to plan it."}
          </p>
          <div className="mt-2 grid gap-x-8 gap-y-3 lg:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
            <DateTable answer={answer} planned={plan.plantingDate} onSow={editable && !planted ? sowOn : null} />
            <div className="grid content-start gap-3">
              <TargetCheckView of={of} answer={answer} />
              <Customary />
              <Rains />
            </div>
          </div>
          <Fallbacks answer={answer} />
        </>
      )}
    </section>
  );
}

function Verdict({ answer }: { answer: WindowAnswer }) {
  const { plan } = usePlanModel();
  const { show } = useUnits();
  const { best, recommended, lastSensible, beyond } = answer;
  if (answer.dates.length === 0)
    return (
      <p className="py-2 text-advise">▲ The customary windows of this season have gone by; none can be simulated.</p>
    );
  if (!best || !recommended)
    return <p className="py-2 text-advise">▲ In no simulated season does this crop ripen here.</p>;
  const planned = plan?.plantingDate;
  const outside = planned && (planned < recommended.from || planned > recommended.to);
  return (
    <p className="py-2">
      <b>
        Recommended: {formatDay(recommended.from)} to {formatDay(recommended.to, true)}
      </b>
      , best about {formatDay(best.date)}: {Math.round(best.chancePct)} in 100 seasons reach the target,{" "}
      {show(best.meanTPerHa, "yield", 1)} in the mean.{" "}
      {lastSensible
        ? `Latest sensible date ${formatDay(lastSensible)}: later loses over 15 % of the yield.`
        : "Even the last of these dates keeps 85 % of the yield."}
      {beyond && (
        <span className="text-soft">
          {` The simulation finds more on ${formatDay(beyond.date)} (${show(beyond.meanTPerHa, "yield", 1)}), far from custom: ask what custom knows that it does not see, such as water, pests or a market.`}
        </span>
      )}
      {outside && <span className="text-advise"> ▲ The plan has {formatDay(planned)}, outside of it.</span>}
    </p>
  );
}

function DateTable({
  answer,
  planned,
  onSow,
}: {
  answer: WindowAnswer;
  planned: IsoDate | null;
  onSow: ((date: IsoDate) => void) | null;
}) {
  const { split, number } = useUnits();
  const [all, setAll] = useState(false);
  const every = Math.max(1, Math.ceil(answer.dates.length / 11));
  const nearest = planned ? nearestDate(answer, planned) : null;
  const shown = answer.dates.filter((d, i) => all || i % every === 0 || d === nearest);
  const y = (value: number) => split(value, "yield", 1).number;
  const cold = answer.dates.some((d) => d.coldMetPct !== null);
  return (
    <div className="min-w-0 overflow-x-auto">
      <table className="w-full border-collapse text-[13px]">
        <caption className="sr-only">Chance, yield and limits by sowing date</caption>
        <TableHead
          className="[&>th]:pr-3"
          columns={[
            "Sown",
            ...figures("Chance", `Mean, ${split(1, "yield").unit}`, "1 to 9 in 10", ...(cold ? ["Vernalised"] : [])),
            "Main limit",
            "Ripe",
            { name: "Plan it", hidden: true },
          ]}
        />
        <tbody>
          {shown.map((d) => (
            <tr
              key={d.date}
              className={`border-t border-line [&>td]:py-1 [&>td]:pr-3 ${d === nearest ? "bg-selected font-semibold" : ""}`}
            >
              <td className="whitespace-nowrap">{formatDay(d.date)}</td>
              <td className="text-right">{number(d.chancePct, 0)} %</td>
              <td className="text-right">{y(d.meanTPerHa)}</td>
              <td className="whitespace-nowrap text-right">
                {y(d.lowTPerHa)} to {y(d.highTPerHa)}
              </td>
              {cold && <td className="text-right">{number(d.coldMetPct ?? 0, 0)} %</td>}
              <td>
                <Losses date={d} />
              </td>
              <td className="whitespace-nowrap">{d.ripe ? formatDay(d.ripe) : "seldom"}</td>
              <td>
                {onSow && d !== nearest && (
                  <button
                    type="button"
                    className="font-semibold text-action underline underline-offset-2"
                    onClick={() => onSow(d.date)}
                  >
                    Plan<span className="sr-only"> for {formatDay(d.date)}</span>
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {every > 1 && (
        <Button look="quiet" onClick={() => setAll(!all)}>
          {all ? "Fewer dates" : `All ${answer.dates.length} dates`}
        </Button>
      )}
    </div>
  );
}

function Losses({ date }: { date: WindowDate }) {
  const { number } = useUnits();
  if (!date.limit) return <span className="text-soft">nothing much</span>;
  const inputs = Object.entries(date.lossPct)
    .filter(([, pct]) => pct >= 0.05)
    .sort((a, b) => b[1] - a[1])
    .map(([cause, pct]): Input => ({ label: LIMIT_NAMES[cause as Limit], value: pct, unit: "%" }));
  return (
    <GivenFigure
      id={`window.loss.${date.date}`}
      figure={{
        label: `Lost when sown on ${formatDay(date.date)}`,
        value: date.lossPct[date.limit],
        unit: "%",
        formula:
          "what each holds back of what light would allow, mean of the seasons; the largest that the date can change is named",
        inputs,
        basis: { kind: "computed" },
        note: "What waiting gains stands under early: weeds that germinate and can be killed first, fewer pests, less lush growth; taken as half of what a day of lateness costs by custom (assumption).",
      }}
    >
      {LIMIT_NAMES[date.limit]} {number(date.lossPct[date.limit], 0)} %
    </GivenFigure>
  );
}

/** Windows by zone and type from the guide; between two windows of one type lies a dead period. */
function Customary() {
  const { facts, season, plan } = usePlanModel();
  if (!plan) return null;
  const { guide, kind: own, method } = plan.crop;
  return (
    <div>
      <h3 className="text-[14px]">Customary windows in this zone</h3>
      <ul className="text-[13px]">
        {guide.kinds.map((kind) => {
          const windows = sowingWindows(kind, facts.field.zone, season, {
            methodId: method.id,
            latitudeDeg: facts.climate?.latitudeDeg,
          });
          return (
            <li key={kind.id} className={kind.id === own.id ? "font-semibold" : ""}>
              {kind.name}:{" "}
              {windows.map((w, i) => {
                const before = windows[i - 1];
                return (
                  <span key={w.from}>
                    {before && (
                      <span className="font-normal text-soft">
                        {`; not ${formatDay(addDays(before.until, 1))} to ${formatDay(addDays(w.from, -1))}; `}
                      </span>
                    )}
                    {formatDay(w.from)} to {formatDay(w.until, true)}, best {formatDay(w.best)}
                  </span>
                );
              })}
            </li>
          );
        })}
      </ul>
      <p className="text-[12px] text-soft">
        {`Zone "${facts.field.zone}". Custom is a source of its own: it knows what no simulation does.`}
      </p>
    </div>
  );
}
