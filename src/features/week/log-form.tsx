"use client";

import { Check } from "lucide-react";
import { useState } from "react";
import type { OperationRole } from "@/core/guides/roles";
import type { LoggedOperation } from "@/core/plan/facts";
import type { WaterGiven as Irrigation, OperationInput } from "@/core/plan/operation";
import { inputMeasure } from "@/core/units/input-measures";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { newId } from "../shared/new-id";
import { useUnits } from "../shared/units";
import { WrittenDate } from "../shared/written-date";
import { type Outgoing, sendLog, withdraw } from "./log-queue";
import { ApplicationForm, NOTHING_WRITTEN, useReadApplication } from "./spray-application-form";
import { NO_WATER, useReadWater, WaterGiven } from "./water-given";

interface Loggable {
  id: string;
  planId: string;
  name: string;
  field: string;
  doneOn: string | null;
  date: string | null;
  inputs: Pick<OperationInput, "name" | "unit" | "perHa">[];
  role: OperationRole;
  irrigation?: Irrigation | null;
}

/** Logs an operation as done: when, how much, what was seen. Kept on the device until the server has it. */
export function LogForm({
  operation,
  today,
  onLogged,
  onWithdrawn,
}: {
  operation: Loggable;
  today: string;
  onLogged: (entry: LoggedOperation, sent: boolean) => void;
  onWithdrawn: () => void;
}) {
  const { measure, readMeasure } = useUnits();
  const [open, setOpen] = useState(false);
  const [doneOn, setDoneOn] = useState(operation.date && operation.date < today ? operation.date : today);
  const single = operation.inputs.length === 1 ? operation.inputs[0] : undefined;
  // water is logged as the depth that was given, and kept in cubic metres a hectare
  const waters = operation.role === "irrigate";
  const { perArea } = inputMeasure(single?.unit ?? "kg");
  const [quantity, setQuantity] = useState("");
  const [water, setWater] = useState(NO_WATER);
  const readWater = useReadWater(operation.irrigation);
  // a treatment is logged with who put it on, when, in which wind
  const treats = operation.role === "treat";
  const [written, setWritten] = useState(NOTHING_WRITTEN);
  const readApplication = useReadApplication();
  const [note, setNote] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  if (operation.doneOn)
    return (
      <Button
        look="quiet"
        disabled={busy}
        onClick={async () => {
          setBusy(true);
          const answer = await withdraw(operation.planId, operation.id);
          setBusy(false);
          if (answer === null) onWithdrawn();
          else setProblem(answer);
        }}
      >
        Undo the log {problem && <span className="text-stop">({problem})</span>}
      </Button>
    );

  const save = async () => {
    let quantityPerHa: number | null = null;
    if (waters) {
      const found = readWater(water);
      if ("problem" in found) {
        setProblem(found.problem);
        return;
      }
      quantityPerHa = found.m3PerHa;
    } else if (quantity.trim() !== "") {
      const reading = readMeasure("Rate", perArea, { min: 0, max: 1_000_000 })(quantity);
      if (!reading.ok) {
        setProblem(reading.message);
        return;
      }
      quantityPerHa = reading.value;
    }
    const application = treats ? readApplication(written) : null;
    if (application && "problem" in application) {
      setProblem(application.problem);
      return;
    }
    if (!/^\d{4}-\d{2}-\d{2}$/.test(doneOn) || doneOn > today) {
      setProblem(`Done on: ${doneOn || "nothing"} given, allowed is a date up to today (${today})`);
      return;
    }
    setBusy(true);
    const entry: Outgoing = {
      id: newId(),
      planId: operation.planId,
      operationId: operation.id,
      doneOn,
      quantityPerHa,
      note: note.trim(),
      ...(application ? { application } : {}),
      label: `${operation.name}, ${operation.field}`,
    };
    const answer = await sendLog(entry);
    setBusy(false);
    if (answer.kind === "refused") {
      setProblem(answer.reason);
      return;
    }
    setOpen(false);
    onLogged({ operationId: operation.id, doneOn, quantityPerHa, note }, answer.kind === "sent");
  };
  return (
    <>
      <Button onClick={() => setOpen(true)}>
        <Check size={14} aria-hidden /> Log as done
      </Button>
      {open && (
        <Dialog open onOpenChange={setOpen} title={operation.name} description={operation.field}>
          <form
            noValidate
            className="grid gap-3"
            onSubmit={(event) => {
              event.preventDefault();
              void save();
            }}
          >
            <span className="flex items-baseline gap-3">
              <span className="w-24 text-soft">Done on</span>
              <WrittenDate label="Done on" day={doneOn} today={today} onDay={setDoneOn} onBad={() => setDoneOn("")} />
            </span>
            {waters && <WaterGiven irrigation={operation.irrigation} written={water} onWritten={setWater} />}
            {single && !waters && (
              <label className="flex items-baseline gap-3">
                <span className="w-24 text-soft">{single.name}</span>
                <input
                  className="writes w-28 text-right"
                  value={quantity}
                  placeholder={measure(single.perHa, perArea).number}
                  onChange={(event) => setQuantity(event.currentTarget.value)}
                  aria-label={`${single.name}, rate put on`}
                />
                <span className="text-[12px] text-soft">{measure(single.perHa, perArea).unit}; empty: as planned</span>
              </label>
            )}
            {treats && <ApplicationForm written={written} onWritten={setWritten} />}
            <label className="flex items-baseline gap-3">
              <span className="w-24 text-soft">Note</span>
              <textarea
                className="w-full rounded-field border border-line bg-transparent p-1"
                rows={2}
                maxLength={2000}
                value={note}
                onChange={(event) => setNote(event.currentTarget.value)}
              />
            </label>
            {problem && (
              <p role="alert" className="text-stop">
                {problem}
              </p>
            )}
            <div className="flex gap-3">
              <Button look="main" type="submit" disabled={busy}>
                Log
              </Button>
              <Button onClick={() => setOpen(false)}>Cancel</Button>
            </div>
          </form>
        </Dialog>
      )}
    </>
  );
}
