"use client";

import { useState } from "react";
import { Button } from "@/ui/button";
import { send } from "../shared/send";

/** In the place of a plan that cannot be drafted: why, and the way back to what could be drafted last. */
export function BrokenPlan({ planId, reason, editable }: { planId: string; reason: string; editable: boolean }) {
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const repair = async () => {
    setBusy(true);
    const reply = await send("POST /api/plans/{id}/repair", { path: { id: planId } });
    setBusy(false);
    if (!reply.ok) return setSaid(reply.reason);
    setSaid(`The plan stands now as ${reply.value.backTo ?? "it did"}.`);
    window.location.reload();
  };
  return (
    <div className="mx-auto max-w-2xl p-8">
      <h1 className="text-2xl">This plan cannot be drafted</h1>
      <p className="mt-2 break-words text-stop" role="alert">
        {reason}
      </p>
      <p className="mt-2">
        What is issued of it stays as it was issued, and all other plans work. Going back takes the last change away
        that no plan can be made of, and those after it; they stay in the plan's history.
      </p>
      {editable ? (
        <p className="mt-4">
          <Button onClick={() => void repair()} disabled={busy}>
            Go back to the last decisions that can be drafted
          </Button>
        </p>
      ) : (
        <p className="mt-4 text-soft">Whoever may change plans here can take it back.</p>
      )}
      {said && (
        <p role="status" className="mt-3">
          {said}
        </p>
      )}
    </div>
  );
}
