"use client";

import { ChevronLeft, ChevronRight } from "lucide-react";
import { useState } from "react";
import { formatDay } from "@/core/dates";
import type { Operation } from "@/core/plan/operation";
import type { SheetId } from "@/core/sheet-ids";
import { Button } from "@/ui/button";
import { Popover } from "@/ui/popover";
import { WrittenValue } from "@/ui/written-value";
import { useUnits } from "../shared/units";
import { LogForm } from "../week/log-form";
import { useMovingDates } from "./moving-dates";
import { usePlanModel } from "./plan-context";

/** The dated operations of a sheet, to nudge, hold, leave out or log. */
export function OperationsList({
  sheet,
  opened,
  onOpened,
}: {
  sheet: SheetId;
  opened: string | null;
  onOpened: (id: string | null) => void;
}) {
  const { plan, decisions, set, editable } = usePlanModel();
  const operations = plan?.operations.filter((o) => o.sheet === sheet) ?? [];
  const skipped = Object.entries(decisions.skipped ?? {});
  if (operations.length === 0 && skipped.length === 0) return null;
  return (
    <div className="mt-3">
      <h3 className="border-b border-line pb-1 text-[13px] text-soft">Operations, in order</h3>
      <ul>
        {operations.map((operation) => (
          <OperationLine
            key={operation.id}
            operation={operation}
            open={opened === operation.id}
            onOpen={(open) => onOpened(open ? operation.id : null)}
          />
        ))}
      </ul>
      {skipped.length > 0 && (
        <p className="mt-1 text-[12px] text-soft">
          Left out:{" "}
          {skipped.map(([id, { reason }]) => (
            <span key={id} className="mr-3">
              {id.replace(/-/g, " ")} ({reason}){" "}
              {editable && (
                <button
                  type="button"
                  className="font-semibold text-action underline"
                  onClick={() => set(`skipped/${id}`, undefined)}
                >
                  plan again
                </button>
              )}
            </span>
          ))}
        </p>
      )}
    </div>
  );
}

function OperationLine({
  operation,
  open,
  onOpen,
}: {
  operation: Operation;
  open: boolean;
  onOpen: (open: boolean) => void;
}) {
  const { editable } = usePlanModel();
  const { nudge } = useMovingDates();
  const [stopped, setStopped] = useState<string | null>(null);
  const movable = editable && !operation.doneOn && operation.date !== null;
  const { show } = useUnits();
  return (
    <li
      className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-3 border-b border-line py-1"
      data-line={operation.id}
    >
      <div className="min-w-0">
        <button
          type="button"
          aria-expanded={open}
          className="text-left font-medium hover:underline"
          onClick={() => onOpen(!open)}
        >
          {operation.name}
        </button>
        <span className="ml-2 text-[12px] text-soft">
          {operation.inputs
            .map((i) => `${i.name} ${i.unit === "t" ? show(i.perHa, "dressing") : show(i.perHa, "massPerArea")}`)
            .join(" + ")}
          {operation.byDaysAndStage ? ` planned by days and stage (${operation.tiedTo})` : ""}
        </span>
        {operation.overdueDays > 0 && (
          <span className="ml-2 text-[12px] font-semibold text-advise">▲ {operation.overdueDays} days overdue</span>
        )}
        {stopped && (
          <span role="alert" className="block text-[12px] text-stop">
            {stopped}
          </span>
        )}
      </div>
      <div className="flex items-center gap-1 whitespace-nowrap">
        {movable && (
          <button
            type="button"
            className="grid size-6 place-items-center rounded-field hover:bg-selected"
            aria-label={`${operation.name} a day earlier`}
            onClick={() => setStopped(nudge(operation, -1))}
          >
            <ChevronLeft size={14} aria-hidden />
          </button>
        )}
        <span className={`w-[6.2em] text-center font-semibold ${operation.inConflict ? "text-stop" : ""}`}>
          {operation.doneOn
            ? `✓ ${formatDay(operation.doneOn)}`
            : operation.date
              ? formatDay(operation.date, false)
              : "no date"}
        </span>
        {movable && (
          <button
            type="button"
            className="grid size-6 place-items-center rounded-field hover:bg-selected"
            aria-label={`${operation.name} a day later`}
            onClick={() => setStopped(nudge(operation, 1))}
          >
            <ChevronRight size={14} aria-hidden />
          </button>
        )}
      </div>
      {open && <OperationDetail operation={operation} />}
    </li>
  );
}

/** What there is to know and to do about one operation. */
export function OperationDetail({ operation }: { operation: Operation }) {
  const { plan, set, editable, decisions, planId, facts, setLog } = usePlanModel();
  const { put } = useMovingDates();
  const { money, currency, number, show } = useUnits();
  const [reason, setReason] = useState("");
  const wish = decisions.dates?.[operation.id];
  const waits = plan?.waits.filter((w) => w.to === operation.id || w.from === operation.id) ?? [];
  const relaxed = Object.entries(decisions.relaxed ?? {}).filter(([id]) => waits.some((w) => w.id === id));
  return (
    <div className="col-span-2 mt-1 grid gap-1 border-l-[3px] border-line pl-3 text-[13px]">
      <p>{operation.detail}</p>
      <p className="text-soft">{operation.reason}.</p>
      {operation.inputs.map((input) => (
        <p key={input.id}>
          {input.name}: {input.unit === "t" ? show(input.perHa, "dressing") : show(input.perHa, "massPerArea")},{" "}
          {number(input.quantity, input.unit === "t" ? 1 : 0)} {input.unit} for the field
          {input.bags ? `, ${input.bags} bags of ${number(input.bagKg ?? 0)} kg` : ""}
        </p>
      ))}
      <p className="text-soft">
        {operation.hoursPerHa > 0 && `${number(operation.hoursPerHa)} h/ha`}
        {operation.fuelLPerHa > 0 && `, ${number(operation.fuelLPerHa)} L/ha diesel`}
        {operation.costPerHa > 0 && `, ${money(operation.costPerHa)} ${currency}/ha for the work`}
      </p>
      {operation.earliest !== operation.latest && !operation.doneOn && (
        <p>
          May move {operation.earliest ? `from ${formatDay(operation.earliest)}` : "from any time"}{" "}
          {operation.latest ? `to ${formatDay(operation.latest)}` : "on"}.
        </p>
      )}
      {waits.length > 0 && (
        <ul className="text-[12px] text-soft">
          {waits.map((wait) => (
            <li key={wait.id}>
              {wait.reason} <span className="italic">({wait.source})</span>
            </li>
          ))}
        </ul>
      )}
      {relaxed.map(([id, { days, reason: why }]) => (
        <p key={id} className="text-[12px]">
          Eased by {days} days: {why}.{" "}
          {editable && (
            <button
              type="button"
              className="font-semibold text-action underline"
              onClick={() => set(`relaxed/${id}`, undefined)}
            >
              take back
            </button>
          )}
        </p>
      ))}
      {operation.cautions.map((caution) => (
        <p key={caution.topic} className="border-l-[3px] border-advise pl-2">
          <b>Caution, {caution.topic}.</b> {caution.text}
        </p>
      ))}
      <div className="flex flex-wrap items-center gap-3 pt-1">
        {editable && !operation.doneOn && (
          <>
            <span className="flex items-baseline gap-1">
              <span className="text-soft">Set for</span>
              <WrittenValue
                label={`${operation.name}, date`}
                type="date"
                align="left"
                width="9.5em"
                text={operation.date ?? ""}
                read={(typed) =>
                  /^\d{4}-\d{2}-\d{2}$/.test(typed)
                    ? { ok: true, value: typed }
                    : { ok: false, message: `date: ${typed || "nothing"} given, allowed is a date` }
                }
                onValue={(date) => put(operation, date)}
              />
            </span>
            {wish && (
              <Button look="quiet" onClick={() => set(`dates/${operation.id}`, undefined)}>
                Let it find its own date
              </Button>
            )}
            {wish && !wish.held && operation.date && (
              <Button
                look="quiet"
                onClick={() => operation.date && set(`dates/${operation.id}`, { date: operation.date, held: true })}
              >
                Hold this date
              </Button>
            )}
            {operation.role !== "plant" && operation.role !== "harvest" && (
              <Popover label="Leave out" trigger={<Button look="quiet">Leave out</Button>}>
                <div className="grid gap-2">
                  <WrittenValue
                    label="Why it is left out"
                    align="left"
                    width="16em"
                    text={reason}
                    read={(typed) => ({ ok: true, value: typed })}
                    onValue={setReason}
                    onClear={() => setReason("")}
                    suffix="reason"
                  />
                  <Button
                    disabled={reason.trim() === ""}
                    onClick={() => set(`skipped/${operation.id}`, { reason: reason.trim() })}
                  >
                    Leave out
                  </Button>
                </div>
              </Popover>
            )}
          </>
        )}
        <LogForm
          operation={{ ...operation, planId, field: facts.field.name }}
          today={facts.today}
          onLogged={(entry) => setLog((log) => [...log.filter((l) => l.operationId !== entry.operationId), entry])}
          onWithdrawn={() => setLog((log) => log.filter((l) => l.operationId !== operation.id))}
        />
      </div>
    </div>
  );
}
