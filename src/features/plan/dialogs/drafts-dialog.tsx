"use client";

import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { formatDay } from "@/core/dates";
import type { DraftLine } from "@/server/contracts";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Link } from "../../shared/link";
import { send } from "../../shared/send";
import { useUnits } from "../../shared/units";
import { usePlanModel } from "../plan-context";

/** Up to four drafts of a planting side by side; one of them is chosen for season, week and issue. */
export function DraftsDialog({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const { planId, editable, isSaved } = usePlanModel();
  const router = useRouter();
  const { show } = useUnits();
  const [drafts, setDrafts] = useState<DraftLine[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  // what is saved meanwhile is compared too
  // biome-ignore lint/correctness/useExhaustiveDependencies: asks again once a change is saved
  useEffect(() => {
    if (!open) return;
    const stop = new AbortController();
    void send("GET /api/plans/{id}/drafts", { path: { id: planId }, signal: stop.signal }).then((reply) => {
      if (stop.signal.aborted) return;
      setProblem(reply.ok ? null : reply.reason);
      if (reply.ok) setDrafts(reply.value.drafts);
    });
    return () => stop.abort();
  }, [open, planId, isSaved]);
  const copy = async () => {
    const reply = await send("POST /api/plans/{id}/drafts", { path: { id: planId } });
    if (reply.ok) router.push(`/plans/${reply.value.id}`);
    else setProblem(reply.reason);
  };
  const choose = async (id: string) => {
    const reply = await send("POST /api/plans/{id}/choice", { path: { id } });
    if (!reply.ok) return setProblem(reply.reason);
    setDrafts((list) => list?.map((d) => ({ ...d, chosen: d.id === id })) ?? null);
    router.refresh();
  };
  const amount = (value: number | null) => (value === null ? "" : show(value, "moneyPerArea", 0));
  const day = (date: string | null) => (date ? formatDay(date) : "");
  const LINES: [string, (d: DraftLine) => string][] = [
    ["Crop", (d) => d.crop],
    ["Target", (d) => (d.targetTPerHa === null ? "" : show(d.targetTPerHa, "yield"))],
    ["Planting", (d) => day(d.planting)],
    ["Harvest", (d) => day(d.harvest)],
    ["Cost", (d) => amount(d.costPerHa)],
    ["Margin at expected yield", (d) => amount(d.marginPerHa)],
    ["Findings that stop an issue", (d) => (d.stops === null ? "" : String(d.stops))],
  ];
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="Drafts"
      description="Up to four drafts of this planting to compare. Season, week and issue go by the chosen one."
      wide
    >
      {drafts === null && !problem && <p className="text-soft">Drafting them all.</p>}
      {drafts && (
        <div className="overflow-x-auto">
          <table className="w-full border-collapse">
            <thead>
              <tr className="text-left">
                <td />
                {drafts.map((d) => (
                  <th key={d.id} scope="col" className="px-2 py-1">
                    {d.id === planId ? (
                      <span>Draft {d.draft}, this one</span>
                    ) : (
                      <Link href={`/plans/${d.id}`} className="text-action underline underline-offset-2">
                        Draft {d.draft}
                      </Link>
                    )}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {LINES.map(([name, text]) => (
                <tr key={name} className="border-t border-line">
                  <th scope="row" className="py-1 text-left font-normal text-soft">
                    {name}
                  </th>
                  {drafts.map((d) => (
                    <td key={d.id} className="px-2 py-1">
                      {d.problem && name === "Crop" ? <span className="text-stop">{d.problem}</span> : text(d)}
                    </td>
                  ))}
                </tr>
              ))}
              <tr className="border-t border-line">
                <th scope="row" className="py-1 text-left font-normal text-soft">
                  Chosen
                </th>
                {drafts.map((d) => (
                  <td key={d.id} className="px-2 py-1">
                    {d.chosen ? (
                      <b>chosen</b>
                    ) : editable ? (
                      <Button look="quiet" onClick={() => void choose(d.id)}>
                        Choose<span className="sr-only"> draft {d.draft}</span>
                      </Button>
                    ) : null}
                  </td>
                ))}
              </tr>
            </tbody>
          </table>
        </div>
      )}
      {problem && (
        <p role="alert" className="mt-2 text-stop">
          {problem}
        </p>
      )}
      {editable && drafts && drafts.length < 4 && (
        <p className="mt-3">
          <Button onClick={() => void copy()} disabled={!isSaved}>
            Copy this draft
          </Button>
        </p>
      )}
    </Dialog>
  );
}
