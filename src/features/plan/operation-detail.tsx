"use client";

import { useState } from "react";
import { formatDay } from "@/core/dates";
import { comesTooLate, conditionOf, latestInWords, settingsOf, whyInWords } from "@/core/plan/job-words";
import type { Operation } from "@/core/plan/operation";
import { Button } from "@/ui/button";
import { Popover } from "@/ui/popover";
import { WrittenValue } from "@/ui/written-value";
import { useUnits } from "../shared/units";
import { LogForm } from "../week/log-form";
import { InputOfOperation } from "./input-of-operation";
import { PlannedDate } from "./inputs/planned-date";
import { usePlanModel } from "./plan-context";

/** What there is to know and to do about one operation. */
export function OperationDetail({ operation }: { operation: Operation }) {
  const { plan, set, editable, decisions, planId, facts, setLog } = usePlanModel();
  const words = useUnits();
  const { show, moneyPerArea } = words;
  const [reason, setReason] = useState("");
  const wish = decisions.dates?.[operation.id];
  const waits = plan?.waits.filter((w) => w.to === operation.id || w.from === operation.id) ?? [];
  const relaxed = Object.entries(decisions.relaxed ?? {}).filter(([id]) => waits.some((w) => w.id === id));
  return (
    <div className="col-span-2 mt-1 grid gap-1 border-l-[3px] border-line pl-3 text-[13px]">
      {operation.condition && <p className="font-semibold">{conditionOf(operation)}</p>}
      <p>{[settingsOf(operation, words), operation.detail].filter(Boolean).join(" ")}</p>
      {operation.reason && <p className="text-soft">{whyInWords(operation)}</p>}
      {operation.inputs.map((input) => (
        <InputOfOperation key={input.id} input={input} at={operation.id} done={operation.doneOn !== null} />
      ))}
      <p className="text-soft">
        {[
          operation.hoursPerHa > 0 && show(operation.hoursPerHa, "workPerArea"),
          operation.fuelLPerHa > 0 && `${show(operation.fuelLPerHa, "volumePerArea")} diesel`,
          operation.costPerHa > 0 && `${moneyPerArea(operation.costPerHa)} for the work`,
        ]
          .filter(Boolean)
          .join(", ")}
      </p>
      {operation.earliest !== operation.latest && !operation.doneOn && (
        <p>
          {comesTooLate(operation, facts.today)
            ? latestInWords(operation, facts.today)
            : `May move ${operation.earliest ? `from ${formatDay(operation.earliest)}` : "from any time"} ${operation.latest ? `to ${formatDay(operation.latest)}` : "on"}.`}
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
              <PlannedDate operation={operation} label={`${operation.name}, date`} name="date" />
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
