"use client";

import { useDraggable } from "@dnd-kit/core";
import { GripVertical } from "lucide-react";
import { useRef, useState } from "react";
import { daysBetween, formatDay, toDay } from "@/core/dates";
import { conditionOf, inputInWords, latestInWords, settingsOf } from "@/core/plan/job-words";
import type { DueOperation } from "@/server/contracts";
import { Button } from "@/ui/button";
import { AnchoredPopover } from "@/ui/popover";
import { Link } from "../shared/link";
import { SheetMark } from "../shared/sheet-mark";
import { useUnits } from "../shared/units";
import { WrittenDate } from "../shared/written-date";
import { CountForm } from "./count-form";
import { LogForm } from "./log-form";
import { jobKey } from "./log-keys";
import { RipenessForm } from "./ripeness-form";

/** A key of a job, over all plans. */
export const keyOf = (o: DueOperation) => jobKey(o.planId, o.id);

/** One job that is due: what, where, how much, and what can be done with it. */
export function DueLine({
  operation: o,
  today,
  withDate,
  mayRead,
  onMove,
  onLogged,
}: {
  operation: DueOperation;
  today: string;
  withDate: boolean;
  mayRead: boolean;
  /** null where it may not be moved */
  onMove: ((date: string) => void) | null;
  onLogged: (doneOn: string | null, sent: boolean) => void;
}) {
  const words = useUnits();
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: keyOf(o), disabled: !onMove });
  // its time has passed, since what comes after it was done
  const fallen = o.overtakenBy !== null && !o.doneOn;
  const moved = o.issuedDate && o.date && !o.doneOn ? daysBetween(o.issuedDate, o.date) : 0;
  return (
    <li
      ref={setNodeRef}
      style={
        transform
          ? { transform: `translate(${transform.x}px, ${transform.y}px)`, position: "relative", zIndex: 30 }
          : undefined
      }
      className={`${isDragging ? "border border-action bg-sheet shadow-lg" : ""} grid grid-cols-[auto_minmax(0,1fr)] items-baseline gap-x-3 gap-y-1 border-t border-line py-2 first:border-0 sm:grid-cols-[auto_minmax(0,1fr)_auto]`}
      data-due={`${o.id}`}
    >
      <span className="translate-y-1">
        <SheetMark sheet={o.sheet} filled={!o.doneOn} />
      </span>
      <div>
        <p>
          <b>{o.name}</b>{" "}
          {mayRead ? (
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
          {o.doneOn ? "" : `${latestInWords(o, today)} `.trimStart()}
          {moved !== 0 && !fallen
            ? `${Math.abs(moved)} ${Math.abs(moved) === 1 ? "day" : "days"} ${moved > 0 ? "later" : "earlier"}: moved since version ${o.version}. `
            : ""}
          {fallen ? `No longer due: "${o.overtakenBy}" is logged. ` : ""}
          {o.overdueDays > 0 && !o.doneOn ? `${o.overdueDays} days late. ` : ""}
          {o.detail}
        </p>
        {o.forbidden && !o.doneOn && (
          <p className="border-l-[3px] border-stop pl-2 text-[13px] font-semibold text-stop">
            Do not carry this out as planned. {o.forbidden}
          </p>
        )}
        {o.condition && !o.doneOn && !fallen && <p className="text-[13px] font-semibold">{conditionOf(o)}</p>}
        {o.inputs.map((input) => (
          <p key={input.id} className="text-[13px]">
            {inputInWords(input, words)}
          </p>
        ))}
        {o.settings.length > 0 && <p className="text-[13px]">{settingsOf(o, words)}</p>}
        {!o.doneOn &&
          !fallen &&
          o.cautions.map((c) => (
            <p key={c.topic} className="mt-1 border-l-[3px] border-advise pl-2 text-[13px]">
              {c.text}
            </p>
          ))}
      </div>
      <div className="col-start-2 flex flex-wrap items-center gap-2 sm:col-start-3 print:hidden">
        {onMove && !fallen && <AnotherDay operation={o} today={today} onMove={onMove} />}
        {onMove && (
          <span
            {...listeners}
            aria-hidden
            data-grip={o.id}
            title="Drag to another day"
            className="hidden size-7 cursor-grab touch-none place-items-center text-soft sm:grid"
          >
            <GripVertical size={16} />
          </span>
        )}
        {o.looks && o.looks.length > 0 && (
          <CountForm
            planId={o.planId}
            field={o.field}
            looks={o.looks}
            today={today}
            onCounted={() => onLogged(o.doneOn, true)}
          />
        )}
        {o.ripeness && !o.doneOn && (
          <RipenessForm
            planId={o.planId}
            field={o.field}
            ripeness={o.ripeness}
            today={today}
            onNoted={() => onLogged(null, true)}
          />
        )}
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

/** Puts an operation on another day of its window, without dragging. */
function AnotherDay({
  operation: o,
  today,
  onMove,
}: {
  operation: DueOperation;
  today: string;
  onMove: (date: string) => void;
}) {
  const first = o.earliest && o.earliest > today ? o.earliest : today;
  const [date, setDate] = useState(o.date && toDay(o.date) >= toDay(first) ? o.date : first);
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  return (
    <>
      <button
        ref={button}
        type="button"
        aria-haspopup="dialog"
        aria-expanded={open}
        className="touch rounded-field border border-line px-2 py-1 text-[13px]"
        aria-label={`Move ${o.name}, ${o.field}`}
        onClick={() => setOpen(true)}
      >
        Move
      </button>
      {open && (
        <AnchoredPopover anchor={button} label={`Another day for ${o.name}`} onClose={() => setOpen(false)}>
          <form
            noValidate
            className="grid gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              if (/^\d{4}-\d{2}-\d{2}$/.test(date)) onMove(date);
            }}
          >
            <span className="flex items-baseline gap-2">
              <span className="text-soft">To</span>
              <WrittenDate label="To" day={date} today={first} onDay={setDate} onBad={() => setDate("")} />
            </span>
            <p className="text-[12px] text-soft">
              {o.latest && o.latest < first
                ? `Its latest day, ${formatDay(o.latest)}, has passed.`
                : o.earliest && o.latest
                  ? `May lie from ${formatDay(first)} to ${formatDay(o.latest)}.`
                  : `From ${formatDay(first)} on.`}
            </p>
            <Button look="main" type="submit">
              Move
            </Button>
          </form>
        </AnchoredPopover>
      )}
    </>
  );
}
