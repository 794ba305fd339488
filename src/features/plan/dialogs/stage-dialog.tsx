"use client";

import { useState } from "react";
import { formatDay } from "@/core/dates";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { newId } from "../../shared/new-id";
import { type Reply, send } from "../../shared/send";
import { WrittenDate } from "../../shared/written-date";
import { usePlanModel } from "../plan-context";
import { stageInWords } from "../stage-in-words";

/** A growth stage: when it is expected, what to look for, and noting it as seen, from which all later dates follow. */
export function StageDialog({ stageId, onClose }: { stageId: string | null; onClose: () => void }) {
  const { plan } = usePlanModel();
  const stage = plan?.stages.find((s) => s.id === stageId);
  return (
    <Dialog
      open={stage !== undefined}
      onOpenChange={(open) => !open && onClose()}
      title={stage ? `Stage: ${stage.name}` : ""}
    >
      {stage && <StageForm key={stage.id} stageId={stage.id} onClose={onClose} />}
    </Dialog>
  );
}

function StageForm({ stageId, onClose }: { stageId: string; onClose: () => void }) {
  const { plan, facts, planId, setObservations } = usePlanModel();
  const [seenOn, setSeenOn] = useState(facts.today);
  const [note, setNote] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const stage = plan?.stages.find((s) => s.id === stageId);
  if (!plan || !stage) return null;
  const planted = plan?.operations.find((o) => o.role === "plant")?.doneOn;
  const seen = facts.observations.find((o) => o.stageId === stageId);

  const ask = async (request: Promise<Reply<"POST /api/stages" | "DELETE /api/stages">>, then: () => void) => {
    setBusy(true);
    setProblem(null);
    const reply = await request;
    if (reply.ok) {
      then();
      onClose();
    } else setProblem(reply.status === null ? `${reply.reason} What you typed stays here; try again.` : reply.reason);
    setBusy(false);
  };
  const noteIt = () => {
    if (!/^\d{4}-\d{2}-\d{2}$/.test(seenOn) || seenOn > facts.today) {
      setProblem(`Seen on: ${seenOn || "nothing"} given, allowed is a date up to today (${facts.today}).`);
      return;
    }
    void ask(send("POST /api/stages", { body: { id: newId(), planId, stageId, seenOn, note: note.trim() } }), () =>
      setObservations((list) => [...list.filter((o) => o.stageId !== stageId), { stageId, seenOn }]),
    );
  };
  return (
    <div className="grid gap-3">
      <p>{stageInWords(stage)}.</p>
      <p className="text-soft">Look for: {stage.look}.</p>
      {!planted && <p className="text-advise">▲ Log the planting first; stages are counted from it.</p>}
      {seen && (
        <p>
          Seen on {formatDay(seen.seenOn, true)}.{" "}
          <Button
            look="quiet"
            disabled={busy}
            onClick={() =>
              void ask(send("DELETE /api/stages", { query: { planId, stageId } }), () =>
                setObservations((list) => list.filter((o) => o.stageId !== stageId)),
              )
            }
          >
            Undo this date
          </Button>
        </p>
      )}
      {planted && (
        <form
          noValidate
          className="grid gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            noteIt();
          }}
        >
          <span className="flex items-baseline gap-3">
            <span className="w-24 text-soft">Seen on</span>
            <WrittenDate
              label="Seen on"
              day={seenOn}
              today={facts.today}
              onDay={setSeenOn}
              onBad={() => setSeenOn("")}
            />
          </span>
          <label className="flex items-baseline gap-3">
            <span className="w-24 text-soft">Note</span>
            <input
              className="writes w-full text-left font-normal"
              maxLength={2000}
              value={note}
              onChange={(e) => setNote(e.currentTarget.value)}
            />
          </label>
          <div className="flex gap-3">
            <Button look="main" type="submit" disabled={busy}>
              {seen ? "Correct the date" : "Record it as seen"}
            </Button>
            <Button onClick={onClose}>Cancel</Button>
          </div>
        </form>
      )}
      {problem && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
      <p className="text-[12px] text-soft">
        All later stages and what is tied to them follow from the day seen; the past stays.
      </p>
    </div>
  );
}
