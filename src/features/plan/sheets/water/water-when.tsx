"use client";

import { X } from "lucide-react";
import { useState } from "react";
import { addDays, formatDay, type IsoDate, MONTHS } from "@/core/dates";
import { INTERVALS, type IntervalBy, PLANNED_ON, type PlannedOn } from "@/core/sheets/water/schools";
import { Button } from "@/ui/button";
import { newId } from "../../../shared/new-id";
import { WrittenDate } from "../../../shared/written-date";
import { DecidedChoice } from "../../inputs/decided-choice";
import { DecidedNumber } from "../../inputs/decided-number";
import { DecisionLine } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";

const BY: Record<IntervalBy, string> = { days: "so many days", month: "days by month", heat: "heat" };
const SEASONS: Record<PlannedOn, { label: string; note: string }> = {
  median: { label: "the median", note: "half of the seasons ask for more, half for less" },
  dry: { label: "a dry one", note: "one in five asks for more: for hands, pump and source that must do" },
  wet: { label: "a wet one", note: "one in five asks for less: what can be left out" },
};
/** Turns of a canal where nobody typed them yet; assumption, to be replaced. */
const USUAL_TURN = { daysOn: 4, daysOff: 10 };

/** What a fixed interval goes by, and how long it is. */
export function Interval() {
  const { plan, decisions } = usePlanModel();
  if (!plan) return null;
  const own = decisions.water ?? {};
  const by = own.intervalBy ?? "days";
  const { intervals } = plan.water;
  const months = Object.keys(intervals?.byMonth ?? {}).sort((a, b) => Number(a) - Number(b));
  return (
    <DecisionLine
      what="One irrigation follows the other by"
      value={
        <DecidedChoice
          path="water/intervalBy"
          label="Interval by"
          value={by}
          usual="days"
          options={INTERVALS.map((id) => ({ value: id, label: BY[id] }))}
        />
      }
      leads={
        by === "days" ? (
          <span className="inline-flex items-baseline gap-2">
            every
            <DecidedNumber
              path="water/everyDays"
              label="Days from one irrigation to the next"
              value={own.everyDays ?? 10}
              dimension="days"
              suffix="days"
              width="2.6em"
            />
          </span>
        ) : by === "heat" ? (
          <span className="inline-flex items-baseline gap-2">
            every
            <DecidedNumber
              path="water/everyCd"
              label="Degree days from one irrigation to the next"
              value={own.everyCd ?? intervals?.cd ?? null}
              dimension="count"
              suffix="°C d"
              width="4em"
            />
            <span className="text-[12px] text-soft">over the crop's base</span>
          </span>
        ) : (
          <span className="flex flex-wrap gap-x-3 gap-y-1">
            {months.map((month) => (
              <span key={month} className="inline-flex items-baseline gap-1">
                <span className="text-soft">{MONTHS[Number(month) - 1]}</span>
                <DecidedNumber
                  path={`water/everyByMonth/${month}`}
                  label={`Days from one irrigation to the next in ${MONTHS[Number(month) - 1]}`}
                  value={own.everyByMonth?.[month] ?? intervals?.byMonth[month] ?? null}
                  dimension="days"
                  suffix=""
                  width="2.4em"
                />
              </span>
            ))}
            <span className="text-[12px] text-soft">
              days; until an irrigation is used up, where nobody typed another
            </span>
          </span>
        )
      }
    />
  );
}

/** Turns of the source, hours on a day, and days on which nobody may water. */
export function WhenItRuns() {
  const { plan, facts, decisions, set, editable } = usePlanModel();
  if (!plan) return null;
  const { turns, bans = {} } = decisions.water ?? {};
  const planted = plan.plantingDate ?? facts.today;
  return (
    <>
      <DecisionLine
        what="Hours available per day"
        hint="on a day"
        value={
          <DecidedNumber
            path="water/hoursADay"
            label="Hours on a day"
            value={plan.water.hoursADay}
            dimension="count"
            suffix="hours"
            width="3em"
          />
        }
        leads={
          turns ? (
            <span className="inline-flex flex-wrap items-baseline gap-x-2">
              <DecidedNumber
                path="water/turns/daysOn"
                label="Days with water"
                value={turns.daysOn ?? null}
                dimension="days"
                suffix="days,"
                width="2.2em"
                decimals={0}
                keeps
              />
              then
              <DecidedNumber
                path="water/turns/daysOff"
                label="Days without water"
                value={turns.daysOff ?? null}
                dimension="days"
                suffix="without,"
                width="2.2em"
                decimals={0}
                keeps
              />
              from
              <WrittenDate
                label="First day of a turn"
                day={turns.from ?? planted}
                today={facts.today}
                onDay={(day) => set("water/turns/from", day)}
                disabled={!editable}
              />
              {editable && (
                <Button look="quiet" onClick={() => set("water/turns", undefined)}>
                  On any day
                </Button>
              )}
            </span>
          ) : editable ? (
            <Button look="quiet" onClick={() => set("water/turns", { from: planted, ...USUAL_TURN })}>
              It comes by turns
            </Button>
          ) : (
            "on any day"
          )
        }
      />
      <DecisionLine
        what="Season planned for"
        hint="of the simulated seasons"
        value={
          <DecidedChoice
            path="water/plannedOn"
            label="Season that water is planned on"
            value={decisions.water?.plannedOn ?? "median"}
            usual="median"
            options={PLANNED_ON.map((id) => ({ value: id, ...SEASONS[id] }))}
          />
        }
        leads={<span className="text-soft">{SEASONS[decisions.water?.plannedOn ?? "median"].note}</span>}
      />
      <DecisionLine
        what="Irrigation bans"
        value={
          Object.keys(bans).length === 0 ? (
            <span className="text-soft">no ban is known</span>
          ) : (
            <ul className="grid gap-1">
              {Object.entries(bans).map(([id, { from, to }]) => (
                <li key={id} className="inline-flex items-baseline justify-end gap-1">
                  {formatDay(from)} to {formatDay(to)}
                  {editable && (
                    <Button
                      look="quiet"
                      aria-label={`Take away the ban from ${formatDay(from)}`}
                      onClick={() => set(`water/bans/${id}`, undefined)}
                    >
                      <X size={13} aria-hidden />
                    </Button>
                  )}
                </li>
              ))}
            </ul>
          )
        }
        leads={editable && <NewBan first={planted} />}
      />
    </>
  );
}

function NewBan({ first }: { first: IsoDate }) {
  const { facts, set } = usePlanModel();
  const [open, setOpen] = useState(false);
  const [from, setFrom] = useState<IsoDate | null>(null);
  if (!open)
    return (
      <Button look="quiet" onClick={() => setOpen(true)}>
        Add a ban
      </Button>
    );
  return (
    <span className="inline-flex flex-wrap items-baseline gap-x-2">
      from
      <WrittenDate label="Ban from" day={from} today={facts.today} near={first} onDay={setFrom} />
      {from && (
        <>
          to
          <WrittenDate
            label="Ban to"
            day={null}
            today={facts.today}
            near={from}
            check={(day) =>
              day < from ? `Ban to: ${formatDay(day)} given, allowed is ${formatDay(from)} or later` : null
            }
            onDay={(to) => {
              set(`water/bans/b-${newId().slice(0, 8)}`, { from, to });
              setOpen(false);
              setFrom(null);
            }}
          />
        </>
      )}
      {!from && <span className="text-[12px] text-soft">such as {formatDay(addDays(first, 60))}</span>}
    </span>
  );
}
