"use client";

import { Printer } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { addDays, daysBetween, formatDay, toDay } from "@/core/dates";
import { Button } from "@/ui/button";
import type { DueOperation } from "../shared/server-types";
import { SheetMark } from "../shared/sheet-mark";
import { useUnits } from "../shared/units";
import { LogForm } from "./log-form";

const DAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
const weekday = (date: string) => (toDay(date) + 3) % 7;

/** What is due on all issued plans this week, what is overdue, what comes next; each to be logged. */
export function WeekScreen({ due: given, today, mayPlan }: { due: DueOperation[]; today: string; mayPlan: boolean }) {
  const [from, setFrom] = useState(addDays(today, -weekday(today)));
  const [local, setLocal] = useState<Record<string, string | null>>({});
  const router = useRouter();
  const due = useMemo(
    () =>
      given.map((o) => ({
        ...o,
        doneOn: local[`${o.planId}.${o.id}`] === undefined ? o.doneOn : (local[`${o.planId}.${o.id}`] as string | null),
      })),
    [given, local],
  );
  const to = addDays(from, 6);
  const open = due.filter((o) => !o.doneOn && o.date);
  const overdue = from <= today ? open.filter((o) => o.overdueDays > 0) : [];
  const inWeek = due.filter((o) =>
    o.doneOn
      ? o.doneOn >= from && o.doneOn <= to
      : o.overdueDays === 0 && (o.date as string) >= from && (o.date as string) <= to,
  );
  const next = open.filter((o) => (o.date as string) > to && daysBetween(to, o.date as string) <= 14);
  const logged = (o: DueOperation, doneOn: string | null, sent: boolean) => {
    setLocal((l) => ({ ...l, [`${o.planId}.${o.id}`]: doneOn }));
    // without a network the page stays as it is: asking the server for it would lose it
    if (sent) router.refresh();
  };
  const line = (o: DueOperation, withDate = false) => (
    <DueLine
      key={`${o.planId}.${o.id}`}
      operation={o}
      today={today}
      withDate={withDate}
      mayPlan={mayPlan}
      onLogged={(date, sent) => logged(o, date, sent)}
    />
  );
  return (
    <div className="mx-auto max-w-[1100px] px-4 py-4">
      <div className="mb-3 flex flex-wrap items-baseline gap-3">
        <h1 className="text-2xl">
          Week of {formatDay(from)} to {formatDay(to, true)}
        </h1>
        <div className="ml-auto flex gap-2 print:hidden">
          <Button onClick={() => setFrom(addDays(from, -7))}>Earlier</Button>
          <Button onClick={() => setFrom(addDays(today, -weekday(today)))}>This week</Button>
          <Button onClick={() => setFrom(addDays(from, 7))}>Later</Button>
          <Button onClick={() => window.print()} aria-label="Print">
            <Printer size={15} aria-hidden />
          </Button>
        </div>
      </div>
      {due.length === 0 && (
        <p className="border border-line bg-sheet p-4">
          No plan has been issued yet. Open a field, resolve what stops its plan, and issue version 1: what it holds
          appears here.
        </p>
      )}
      {overdue.length > 0 && (
        <section aria-label="Overdue" className="mb-4 border border-advise bg-sheet px-4 py-2">
          <h2 className="text-base text-advise">▲ Overdue</h2>
          <ul>{overdue.map((o) => line(o, true))}</ul>
        </section>
      )}
      {DAYS.map((name, i) => {
        const date = addDays(from, i);
        const list = inWeek.filter((o) => (o.doneOn ?? o.date) === date);
        if (list.length === 0 && date !== today) return null;
        return (
          <section key={name} aria-label={name} className="mb-2 border border-line bg-sheet px-4 py-2">
            <h2 className="text-base">
              {name} {formatDay(date)}{" "}
              {date === today && <span className="ml-2 text-[13px] font-normal text-stop">today</span>}
            </h2>
            {list.length === 0 && <p className="text-soft">Nothing planned.</p>}
            <ul>{list.map((o) => line(o))}</ul>
          </section>
        );
      })}
      <Cards due={due} />
      {next.length > 0 && (
        <section aria-label="In the two weeks after" className="mt-4 border border-line bg-sheet px-4 py-2">
          <h2 className="text-base">In the two weeks after</h2>
          <ul>{next.map((o) => line(o, true))}</ul>
        </section>
      )}
    </div>
  );
}

/** The card and the calendar of each issued plan. */
function Cards({ due }: { due: DueOperation[] }) {
  const plans = [...new Map(due.map((o) => [o.planId, o])).values()];
  if (plans.length === 0) return null;
  return (
    <section aria-label="Cards" className="mt-4 border border-line bg-sheet px-4 py-2 print:hidden">
      <h2 className="text-base">Cards and calendars</h2>
      <ul className="flex flex-wrap gap-x-6">
        {plans.map((o) => (
          <li key={o.planId} className="touch inline-flex items-center gap-2">
            {o.field}:
            <a
              className="touch inline-flex items-center font-semibold text-action underline underline-offset-2"
              href={`/api/plans/${o.planId}/versions/${o.version}/card.pdf`}
              download
            >
              card<span className="sr-only"> of {o.field}</span>
            </a>
            <a
              className="touch inline-flex items-center font-semibold text-action underline underline-offset-2"
              href={`/api/plans/${o.planId}/versions/${o.version}/calendar.ics`}
              download
            >
              calendar<span className="sr-only"> of {o.field}</span>
            </a>
          </li>
        ))}
      </ul>
    </section>
  );
}

function DueLine({
  operation: o,
  today,
  withDate,
  mayPlan,
  onLogged,
}: {
  operation: DueOperation;
  today: string;
  withDate: boolean;
  mayPlan: boolean;
  onLogged: (doneOn: string | null, sent: boolean) => void;
}) {
  const { show, number } = useUnits();
  const moved = o.issuedDate && o.date && !o.doneOn ? daysBetween(o.issuedDate, o.date) : 0;
  return (
    <li
      className="grid grid-cols-[auto_minmax(0,1fr)] items-baseline gap-x-3 gap-y-1 border-t border-line py-2 first:border-0 sm:grid-cols-[auto_minmax(0,1fr)_auto]"
      data-due={`${o.id}`}
    >
      <span className="translate-y-1">
        <SheetMark sheet={o.sheet} filled={!o.doneOn} />
      </span>
      <div>
        <p>
          <b>{o.name}</b>{" "}
          {mayPlan ? (
            <Link href={`/plans/${o.planId}`} className="text-action underline underline-offset-2">
              {o.field}
            </Link>
          ) : (
            <span>{o.field}</span>
          )}
          <span className="text-soft">
            , {o.farm}, {o.crop.toLowerCase()}
          </span>
        </p>
        <p className="text-[13px] text-soft">
          {o.doneOn ? `done ${formatDay(o.doneOn)}. ` : ""}
          {withDate && o.date && !o.doneOn ? `${formatDay(o.date)}. ` : ""}
          {!o.doneOn && o.latest && o.latest !== o.date ? `by ${formatDay(o.latest)} at the latest. ` : ""}
          {moved !== 0
            ? `Moved by ${moved > 0 ? "+" : "−"}${Math.abs(moved)} ${Math.abs(moved) === 1 ? "day" : "days"} since it was issued. `
            : ""}
          {o.overdueDays > 0 && !o.doneOn ? `${o.overdueDays} days late. ` : ""}
          {o.detail}
        </p>
        {o.inputs.map((input) => (
          <p key={input.id} className="text-[13px]">
            {input.name}: {input.unit === "t" ? show(input.perHa, "dressing") : show(input.perHa, "massPerArea")},{" "}
            {number(input.quantity, input.unit === "t" ? 1 : 0)} {input.unit} in all
            {input.bags ? `, ${input.bags} bags of ${number(input.bagKg ?? 0)} kg` : ""}
          </p>
        ))}
        {!o.doneOn &&
          o.cautions.map((c) => (
            <p key={c.topic} className="mt-1 border-l-[3px] border-advise pl-2 text-[13px]">
              {c.text}
            </p>
          ))}
      </div>
      <div className="col-start-2 sm:col-start-3 print:hidden">
        <LogForm
          operation={o}
          today={today}
          onLogged={(entry, sent) => onLogged(entry.doneOn, sent)}
          onWithdrawn={() => onLogged(null, true)}
        />
      </div>
    </li>
  );
}
