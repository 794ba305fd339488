"use client";

import { useMemo } from "react";
import { addDays, daysBetween, formatDay, isoDate } from "@/core/dates";
import type { HarvestSeasons, WindowDay } from "@/core/harvest/harvest-seasons";
import { type HarvestWindowQuestion, harvestWindowQuestion } from "@/core/sheets/varied/harvest-window";
import { Button } from "@/ui/button";
import { Disclosure } from "@/ui/disclosure";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../../shared/units";
import { useWorker } from "../../../shared/use-worker";
import { useMovingDates } from "../../moving-dates";
import { usePlanModel } from "../../plan-context";

const make = () => new Worker(new URL("../../../../workers/harvest-window.worker.ts", import.meta.url));

/** What each day of waiting brings and costs, over the simulated seasons: best day, last sensible day, moisture to cut at. */
export function HarvestWindow() {
  const { plan, facts, editable } = usePlanModel();
  const { put } = useMovingDates();
  const { number, show, areaMoney, moneyUnit } = useUnits();
  const { climate } = facts;
  const asked = useMemo(
    (): HarvestWindowQuestion | null => (plan && climate ? harvestWindowQuestion(plan, facts) : null),
    [plan, facts, climate],
  );
  const run = useWorker<HarvestWindowQuestion, HarvestSeasons | null>(make, asked);
  if (!plan) return null;
  if (!climate)
    return <p className="py-1 text-soft">Without a station of the farm the weather of its harvest is not known.</p>;
  if (!asked) return <p className="py-1 text-soft">There is no date for its ripeness yet.</p>;
  if (run.problem) return <p className="py-1">The seasons could not be reckoned: {run.problem}.</p>;
  const { answer } = run;
  if (!answer) return <p className="py-1 text-soft">Reckoning a hundred seasons ...</p>;
  const ripe = isoDate(asked.question.from);
  const { harvest } = plan.rehearsal.rehearsed ?? {};
  const day = (after: number) => addDays(ripe, after);
  const priced = asked.question.pricePerT > 0 && asked.question.yieldTPerHa > 0;
  const cut = plan.operations.find((o) => o.role === "harvest");
  const at = cut?.date ? answer.days[daysBetween(ripe, cut.date)] : undefined;
  const best = answer.days[answer.bestDay] as WindowDay;
  return (
    <section aria-label="Window of the harvest" className="py-1">
      <Curve
        answer={answer}
        from={ripe}
        plannedAfter={cut?.date ? daysBetween(ripe, cut.date) : null}
        priced={priced}
      />
      {priced ? (
        <p className="py-1">
          Start harvest on <b>{formatDay(day(answer.bestDay))}</b>; until{" "}
          <b>{formatDay(day(answer.lastSensibleDay))}</b> it comes to the same within 2 %. In the week after the best
          day each day costs{" "}
          <b>
            {areaMoney(answer.waitingPerDay)} {moneyUnit}
          </b>
          .{" "}
          {at && cut?.date && at.day !== answer.bestDay && (
            <>
              The plan&apos;s {formatDay(cut.date)} comes to {areaMoney(best.netPerHa - at.netPerHa)} {moneyUnit} less.{" "}
              {editable && !cut.doneOn && (
                <Button look="quiet" onClick={() => put(cut, day(answer.bestDay))}>
                  Plan it for {formatDay(day(answer.bestDay))}
                </Button>
              )}
            </>
          )}
        </p>
      ) : (
        <p className="py-1 text-soft">
          Without a price and an expected yield, what waiting costs is shown in per cent only.
        </p>
      )}
      {answer.moistures.length > 0 && priced && <Moistures answer={answer} from={ripe} />}
      <Disclosure summary="Day by day" first={false}>
        <div className="overflow-x-auto">
          <table className="w-full border-collapse">
            <caption className="sr-only">What follows from setting out on a day</caption>
            <TableHead
              columns={[
                "Start harvest on",
                ...figures(
                  "Moisture",
                  "Seasons with a harvestable day",
                  "Lost",
                  "Seasons with spoilage",
                  `Drying, ${moneyUnit}`,
                  `Left, ${moneyUnit}`,
                ),
              ]}
            />
            <tbody>
              {answer.days.slice(0, 31).map((d) => (
                <tr key={d.day} className={`border-t border-line ${d.day === answer.bestDay ? "font-semibold" : ""}`}>
                  <th scope="row" className="py-0.5 text-left font-[inherit]">
                    {formatDay(day(d.day))}
                  </th>
                  <td className="text-right">
                    {d.moisturePct === null
                      ? ""
                      : `${number(d.moisturePct, 0)} % (${number(d.driestPct ?? 0, 0)} to ${number(d.moistestPct ?? 0, 0)})`}
                  </td>
                  <td className="text-right">{number(100 * d.canShare, 0)} of 100</td>
                  <td className="text-right">{number(d.lossPct, 1)} %</td>
                  <td className="text-right">{number(100 * d.spoiltShare, 0)} of 100</td>
                  <td className="text-right">{areaMoney(d.dryingPerHa)}</td>
                  <td className="text-right">{priced ? areaMoney(d.netPerHa) : ""}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </Disclosure>
      <p className="mt-1 text-[12px] text-soft">
        {show(plan.rehearsal.expectedTPerHa, "yield", 1)} to expect, a hundred simulated seasons,{" "}
        {harvest
          ? `each from its own ripeness on (harvested from ${formatDay(harvest[0])} to ${formatDay(harvest[2])} in eight of ten), shown from the middle one, ${formatDay(ripe)}`
          : `all ripe on ${formatDay(ripe)}`}
        ; on a day with rain from 2 mm on one waits for the next. Moisture follows air and rain of each day (assumed
        shares), loss the guide&apos;s {plan.crop.guide.harvest.lossPctPerDay.typical} % a day. Look before you cut.
        {plan.crop.guide.harvest.spoils.length > 0 &&
          ` Reckoned with besides: ${plan.crop.guide.harvest.spoils.map((s) => s.what).join("; ")}.`}
      </p>
    </section>
  );
}

const WIDTH = 640;
const HEIGHT = 170;
const LEFT = 34;
const SHOWN_DAYS = 42;
const TOP = 16;
const MIDDLE = 96;

/** Above: what is left of the best, in per cent; below: moisture, its middle and the band of eight seasons in ten, and days that let one. */
function Curve({
  answer,
  from,
  plannedAfter,
  priced,
}: {
  answer: HarvestSeasons;
  from: string;
  plannedAfter: number | null;
  priced: boolean;
}) {
  const days = answer.days.slice(0, SHOWN_DAYS);
  const best = answer.days[answer.bestDay]!.netPerHa;
  const left = (d: WindowDay) => (priced ? (100 * d.netPerHa) / best : 100 - d.lossPct);
  const least = Math.min(90, Math.floor(Math.min(...days.map(left)) / 5) * 5);
  const x = (d: number) => LEFT + (d / (SHOWN_DAYS - 1)) * (WIDTH - LEFT - 6);
  const y = (pct: number) => TOP + ((100 - pct) / (100 - least)) * (MIDDLE - TOP - 6);
  const moist = days.map((d) => d.moistestPct ?? 0);
  const [low, high] = [Math.min(...days.map((d) => d.driestPct ?? 0)) - 1, Math.max(...moist) + 1];
  const m = (pct: number) => MIDDLE + 6 + ((high - pct) / Math.max(1, high - low)) * (HEIGHT - MIDDLE - 26);
  const path = (list: number[]) => `M${list.map((v, d) => `${x(d).toFixed(1)} ${v.toFixed(1)}`).join("L")}`;
  const back = (list: number[]) =>
    list
      .map((v, d) => `L${x(d).toFixed(1)} ${v.toFixed(1)}`)
      .reverse()
      .join("");
  const dried = days[0]?.moisturePct !== null;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="w-full"
      role="img"
      aria-label={`What is left by the day one sets out: best on ${formatDay(addDays(from, answer.bestDay))}, sensible until ${formatDay(addDays(from, answer.lastSensibleDay))}`}
    >
      <rect
        x={x(answer.bestDay) - 4}
        y={TOP}
        width={x(answer.lastSensibleDay) - x(answer.bestDay) + 8}
        height={HEIGHT - TOP - 20}
        fill="var(--harvest)"
        opacity="0.16"
      />
      <path d={path(days.map((d) => y(left(d))))} fill="none" stroke="var(--harvest)" strokeWidth="2" />
      <text x={LEFT - 4} y={y(100) + 4} fontSize="11" textAnchor="end" fill="var(--soft)">
        100 %
      </text>
      <text x={LEFT - 4} y={y(least) + 4} fontSize="11" textAnchor="end" fill="var(--soft)">
        {least}
      </text>
      {dried ? (
        <>
          <path
            d={`${path(moist.map(m))}${back(days.map((d) => m(d.driestPct ?? 0)))}z`}
            fill="var(--water)"
            opacity="0.18"
          />
          <path d={path(days.map((d) => m(d.moisturePct ?? 0)))} fill="none" stroke="var(--water)" strokeWidth="1.6" />
          {[Math.ceil(low + 1), Math.floor(high - 1)].map((pct) => (
            <text key={pct} x={LEFT - 4} y={m(pct) + 4} fontSize="11" textAnchor="end" fill="var(--soft)">
              {pct} %
            </text>
          ))}
        </>
      ) : (
        days.map((d) => (
          <rect
            key={d.day}
            x={x(d.day)}
            y={HEIGHT - 22 - d.canShare * 40}
            width={(WIDTH - LEFT) / SHOWN_DAYS - 2}
            height={d.canShare * 40}
            fill="var(--water)"
            opacity="0.3"
          />
        ))
      )}
      {plannedAfter !== null && plannedAfter >= 0 && plannedAfter < SHOWN_DAYS && (
        <>
          <path d={`M${x(plannedAfter)} ${TOP}V${HEIGHT - 20}`} stroke="var(--ink)" strokeDasharray="3 3" />
          <text x={x(plannedAfter) + 3} y={TOP - 4} fontSize="11" fill="var(--ink)">
            planned
          </text>
        </>
      )}
      {days
        .filter((d) => d.day % 7 === 0)
        .map((d) => (
          <text key={d.day} x={x(d.day)} y={HEIGHT - 5} fontSize="11" fill="var(--soft)">
            {formatDay(addDays(from, d.day))}
          </text>
        ))}
    </svg>
  );
}

/** Cut moist and dried, or ripe in the field: what comes of cutting as soon as it is not over so much. */
function Moistures({ answer, from }: { answer: HarvestSeasons; from: string }) {
  const { plan, set, editable } = usePlanModel();
  const { number, areaMoney, moneyUnit } = useUnits();
  if (!plan) return null;
  return (
    <div className="overflow-x-auto">
      <table className="mt-1 w-full border-collapse">
        <caption className="text-left text-[13px] text-soft">Cut on the first day on which it is not over</caption>
        <TableHead
          columns={[
            "Moisture",
            ...figures(
              "About",
              "Not within 60 days",
              "Seasons with spoilage",
              `Drying, ${moneyUnit}`,
              `Left, ${moneyUnit}`,
            ),
          ]}
        />
        <tbody>
          {answer.moistures.map((line) => {
            const chosen = plan.harvest.cutPct !== null && Math.round(plan.harvest.cutPct) === line.atMostPct;
            const isBest = line.atMostPct === answer.bestMoisturePct;
            return (
              <tr key={line.atMostPct} className="border-t border-line">
                <th scope="row" className="py-0.5 text-left font-normal">
                  {chosen || !editable ? (
                    <span className={chosen ? "font-semibold" : ""}>
                      {line.atMostPct} %{chosen && ", planned"}
                    </span>
                  ) : (
                    <Button look="quiet" onClick={() => set("harvest/cutPct", line.atMostPct)}>
                      {line.atMostPct} %
                    </Button>
                  )}
                </th>
                <td className="text-right">{formatDay(addDays(from, Math.round(line.meanDay)))}</td>
                <td className="text-right">{number(100 * line.neverShare, 0)} of 100</td>
                <td className="text-right">{number(100 * line.spoiltShare, 0)} of 100</td>
                <td className="text-right">{areaMoney(line.dryingPerHa)}</td>
                <td className={`text-right ${isBest ? "font-semibold" : ""}`}>{areaMoney(line.netPerHa)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
