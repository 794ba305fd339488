"use client";

import {
  DndContext,
  type DragEndEvent,
  PointerSensor,
  pointerWithin,
  useDroppable,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { Printer } from "lucide-react";
import { useRouter } from "next/navigation";
import { type ReactNode, useEffect, useMemo, useState } from "react";
import { addDays, daysBetween, formatDay } from "@/core/dates";
import { weekOf } from "@/core/season/level-load";
import type { DueOperation, FieldName, WeekSheet } from "@/server/contracts";
import { Button } from "@/ui/button";
import { Disclosure } from "@/ui/disclosure";
import { useFirst } from "@/ui/use-first";
import { draftingInWords, useDrafting } from "../season/use-drafting";
import { BrokenPlans } from "../shared/broken-plans";
import { DocumentLink } from "../shared/document-link";
import { Link } from "../shared/link";
import { type Packed, unpack } from "../shared/packed";
import { send } from "../shared/send";
import { useTold } from "../shared/units";
import { WrittenDate } from "../shared/written-date";
import { CalendarAddress } from "./calendar-address";
import { DueLine, keyOf } from "./due-line";
import { OutlookStrip } from "./outlook-strip";
import { RainForm } from "./rain-form";
import { StoreLooks } from "./store-looks";
import { WaterOfWeek } from "./water-of-week";

const DAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
/** More jobs than these in the two weeks after are not all listed at once. */
const MANY_JOBS = 30;
/** Jobs that a screen may show before it can be scrolled. */
const IN_SIGHT = 20;
// a page that opens without a network is not drawn anew
const LOGGED_SINCE = (drawnAt: number) => import("./log-queue").then((m) => m.loggedSince(drawnAt));
const KEEP_ON_PHONE = (paths: string[]) => import("../offline/keep").then((m) => m.keepOnPhone(paths));
const inWindow = (o: DueOperation, date: string) =>
  (!o.earliest || date >= o.earliest) && (!o.latest || date <= o.latest);

/** What is due on all issued plans this week beside the outlook, what is overdue, what comes next; to be logged or moved. */
export function WeekScreen({
  sheet: packed,
  drawnAt,
  from,
  today,
  mayRead,
  mayMove,
  fields,
}: {
  sheet: Packed<WeekSheet>;
  /** when the server drew it [ms]: a device may open it days later */
  drawnAt: number;
  from: string;
  today: string;
  mayRead: boolean;
  mayMove: boolean;
  /** where rain can be noted */
  fields: FieldName[];
}) {
  const sheet = useTold(useMemo(() => unpack(packed), [packed]));
  const [local, setLocal] = useState<Record<string, string | null>>({});
  useEffect(() => {
    void LOGGED_SINCE(drawnAt).then((jobs) => setLocal((l) => ({ ...jobs, ...l })));
    void KEEP_ON_PHONE([`/week?from=${addDays(weekOf(today), 7)}`]).catch(() => {});
  }, [drawnAt, today]);
  const [dragged, setDragged] = useState<DueOperation | null>(null);
  const [said, setSaid] = useState<{ text: string; bad: boolean } | null>(null);
  const router = useRouter();
  const drafting = useDrafting("issued", sheet.waiting);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const due = useMemo(
    () =>
      sheet.due.map((o) => ({
        ...o,
        doneOn: local[keyOf(o)] === undefined ? o.doneOn : (local[keyOf(o)] as string | null),
      })),
    [sheet.due, local],
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
  // today's before all: it is what stands first on a phone
  const jobs = [...inWeek.filter((o) => (o.doneOn ?? o.date) === today), ...overdue, ...inWeek, ...next];
  const first = useFirst(jobs, IN_SIGHT);
  const drawn = first === jobs ? null : new Set(first);
  const logged = (o: DueOperation, doneOn: string | null, sent: boolean) => {
    setLocal((l) => ({ ...l, [keyOf(o)]: doneOn }));
    // without a network the page stays as it is: asking the server for it would lose it
    if (sent) router.refresh();
  };
  const move = async (o: DueOperation, date: string) => {
    if (date === o.date) return;
    if (!inWindow(o, date) || date < today) {
      setSaid({
        text: `${o.name}: ${formatDay(date)} given, allowed is ${o.earliest ? formatDay(o.earliest < today ? today : o.earliest) : formatDay(today)} to ${o.latest ? formatDay(o.latest) : "any later day"}.`,
        bad: true,
      });
      return;
    }
    setSaid(null);
    const reply = await send("POST /api/moves", { body: { moves: [{ planId: o.planId, operationId: o.id, date }] } });
    const refused = reply.ok ? (reply.value.results[0]?.refused ?? null) : `${reply.reason} The date was not moved.`;
    setSaid(
      refused
        ? { text: refused, bad: true }
        : { text: `${o.name}, ${o.field}: now on ${formatDay(date)}.`, bad: false },
    );
    if (!refused) router.refresh();
  };
  const lines = (of: DueOperation[], withDate = false) =>
    of.map(
      (o) =>
        (drawn?.has(o) ?? true) && (
          <DueLine
            key={keyOf(o)}
            operation={o}
            today={today}
            withDate={withDate}
            mayRead={mayRead}
            onMove={mayMove && !o.doneOn ? (date) => void move(o, date) : null}
            onLogged={(date, sent) => logged(o, date, sent)}
          />
        ),
    );
  const goTo = (week: string) => router.push(`/week?from=${week}`);
  return (
    // on a phone the day stands first, then what is late and what comes, then the weather
    <div className="mx-auto max-w-[1100px] px-4 py-4 max-sm:flex max-sm:flex-col">
      <div className="mb-3 flex flex-wrap items-baseline gap-3">
        <h1 className="text-2xl">
          Week of {formatDay(from)} to {formatDay(to, true)}
        </h1>
        <div className="ml-auto flex flex-wrap gap-2 print:hidden">
          <Months from={from} step={-1} goTo={goTo} />
          <Button onClick={() => goTo(addDays(from, -7))}>Earlier</Button>
          <Button onClick={() => goTo(weekOf(today))}>This week</Button>
          <Button onClick={() => goTo(addDays(from, 7))}>Later</Button>
          <Months from={from} step={1} goTo={goTo} />
          <span className="inline-flex items-baseline gap-1.5">
            <span className="text-soft">Week of</span>
            <WrittenDate label="Week of" day={from} today={today} onDay={(day) => goTo(weekOf(day))} />
          </span>
          {fields.length > 0 && <RainForm fields={fields} today={today} />}
          <Link href="/treatments" className="touch inline-flex items-center text-action underline underline-offset-2">
            Spray record
          </Link>
          <CalendarAddress />
          <Button className="max-sm:hidden" onClick={() => window.print()} aria-label="Print">
            <Printer size={15} aria-hidden />
          </Button>
        </div>
      </div>
      {drafting && (
        <p role="status" className="mb-2 text-soft">
          {draftingInWords(drafting)}
        </p>
      )}
      {said && (
        <p
          role={said.bad ? "alert" : "status"}
          className={`mb-2 border bg-sheet px-3 py-2 ${said.bad ? "border-stop text-stop" : "border-line"}`}
        >
          {said.text}
        </p>
      )}
      <BrokenPlans
        lines={sheet.broken}
        linked={mayRead}
        advice="Shown is what it was drafted as before; issue a version that can be drafted."
      />
      <div className="max-sm:order-2">
        <OutlookStrip outlooks={sheet.outlooks} today={today} />
      </div>
      {sheet.plans.length === 0 && (
        <p className="border border-line bg-sheet p-4">
          No plan has been issued yet.{" "}
          {mayRead ? (
            <>
              Open{" "}
              <Link href="/fields" className="text-action underline underline-offset-2">
                a field
              </Link>
              , resolve what stops its plan, and issue version 1: what it holds appears here.
            </>
          ) : (
            "What an issued plan holds appears here."
          )}
        </p>
      )}
      <DndContext
        sensors={sensors}
        collisionDetection={pointerWithin}
        onDragStart={({ active }) => setDragged(due.find((o) => keyOf(o) === active.id) ?? null)}
        onDragCancel={() => setDragged(null)}
        onDragEnd={({ active, over }: DragEndEvent) => {
          setDragged(null);
          const o = due.find((d) => keyOf(d) === active.id);
          if (o && over) void move(o, String(over.id));
        }}
      >
        {overdue.length > 0 && (
          <section aria-label="Overdue" className="mb-4 border border-advise bg-sheet px-4 py-2 max-sm:order-1">
            <h2 className="text-base text-advise">▲ Overdue</h2>
            <ul>{lines(overdue, true)}</ul>
          </section>
        )}
        <div className="max-sm:order-2">
          <WaterOfWeek due={inWeek} />
        </div>
        {DAYS.map((name, i) => {
          const date = addDays(from, i);
          const list = inWeek.filter((o) => (o.doneOn ?? o.date) === date);
          return (
            <Day
              key={name}
              name={name}
              date={date}
              today={today}
              empty={list.length === 0}
              takes={dragged ? inWindow(dragged, date) && date >= today : null}
            >
              <ul>{lines(list)}</ul>
            </Day>
          );
        })}
        {/* it comes later than the rest of the page: what is above must not move under a hand that drags */}
        <div className="max-sm:order-4">
          <StoreLooks by={addDays(from, 6)} today={today} mayRead={mayRead} />
        </div>
        <div className="max-sm:order-4">
          <Cards plans={sheet.plans} />
        </div>
        {next.length > 0 && (
          <section
            aria-label="In the two weeks after"
            className="mt-4 border border-line bg-sheet px-4 py-2 max-sm:order-3"
          >
            <Disclosure
              first={next.length <= MANY_JOBS}
              className="font-title text-base font-bold"
              summary={`In the two weeks after${next.length > MANY_JOBS ? `: ${next.length} jobs` : ""}`}
            >
              <ul>{lines(next, true)}</ul>
            </Disclosure>
          </section>
        )}
      </DndContext>
    </div>
  );
}

/** To the first week of the month before or after, by its name. */
function Months({ from, step, goTo }: { from: string; step: 1 | -1; goTo: (week: string) => void }) {
  // the month of the week's middle, so that a week that ends in the next one is of that one
  const [year = 0, month = 1] = addDays(from, 3).split("-").map(Number);
  const first = new Date(Date.UTC(year, month - 1 + step, 1)).toISOString().slice(0, 10);
  const name = formatDay(first).split(" ").at(-1);
  // the week that lies in the month with four of its days
  return (
    <Button onClick={() => goTo(weekOf(addDays(first, 3)))}>
      {step < 0 && <span aria-hidden>«</span>} {name} {step > 0 && <span aria-hidden>»</span>}
    </Button>
  );
}

/** One day: what is due, and a place to drop what is dragged; it says whether the window allows it. */
function Day({
  name,
  date,
  today,
  empty,
  takes,
  children,
}: {
  name: string;
  date: string;
  today: string;
  empty: boolean;
  /** while something is dragged: whether it may go here */
  takes: boolean | null;
  children: ReactNode;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: date });
  return (
    <section
      ref={setNodeRef}
      aria-label={name}
      data-day={date}
      className={`mb-2 border bg-sheet px-4 ${date === today ? "" : date > today ? "max-sm:order-1" : "max-sm:order-3"} ${empty ? "py-1 print:hidden" : "py-2"} ${takes === null ? "border-line" : takes ? "border-action" : "border-line opacity-50"} ${isOver && takes ? "bg-selected" : ""}`}
    >
      <h2 className={empty ? "text-[13px] font-normal text-soft" : "text-base"}>
        {name} {formatDay(date)}
        {date === today && <span className="ml-2 text-[13px] font-normal text-stop">today</span>}
        {empty && ": nothing planned"}
        {takes === false && <span className="ml-2 text-[13px] font-normal">outside of its window</span>}
      </h2>
      {children}
    </section>
  );
}

/** The card and the calendar of each issued plan. */
function Cards({ plans }: { plans: WeekSheet["plans"] }) {
  if (plans.length === 0) return null;
  return (
    <section aria-label="Cards" className="mt-4 border border-line bg-sheet px-4 py-2 print:hidden">
      <Disclosure
        first={plans.length <= 12}
        className="font-title text-base font-bold"
        summary={`Cards and calendars of ${plans.length} plans`}
      >
        <ul className="flex flex-wrap gap-x-6">
          {plans.map((o) => (
            <li key={o.planId} className="touch inline-flex items-center gap-2">
              {o.field}:
              <DocumentLink href={`/api/plans/${o.planId}/versions/${o.version}/card.pdf`}>
                card<span className="sr-only"> of {o.field}</span>
              </DocumentLink>
              <DocumentLink href={`/api/plans/${o.planId}/versions/${o.version}/calendar.ics`}>
                calendar<span className="sr-only"> of {o.field}</span>
              </DocumentLink>
            </li>
          ))}
        </ul>
      </Disclosure>
    </section>
  );
}
