"use client";

import dynamic from "next/dynamic";
import { useState } from "react";
import { formatDay } from "@/core/dates";
import { rateInWords } from "@/core/plan/job-words";
import type { Operation } from "@/core/plan/operation";
import type { SheetId } from "@/core/sheet-ids";
import { useUnits } from "../shared/units";
import { useMovingDates } from "./moving-dates";
import { usePlanModel } from "./plan-context";

export const operationDetail = () => import("./operation-detail");
const OperationDetail = dynamic(() => operationDetail().then((m) => m.OperationDetail));

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
  const words = useUnits();
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
          {operation.inputs.map((i) => `${i.name} ${rateInWords(i, words)}`).join(" + ")}
          {operation.condition ? `${operation.inputs.length > 0 ? ", " : ""}only ${operation.condition.only} ` : ""}
          {operation.byDaysAndStage
            ? `${operation.inputs.length > 0 ? ";" : ""} planned by days and stage (${operation.tiedTo})`
            : ""}
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
            <span aria-hidden>‹</span>
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
            <span aria-hidden>›</span>
          </button>
        )}
      </div>
      {open && <OperationDetail operation={operation} />}
    </li>
  );
}
