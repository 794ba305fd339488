"use client";

import { changesBetween, type DecisionPath, putOnTop } from "@/core/sheets/decisions";
import { Button } from "@/ui/button";
import { pathInWords } from "./path-in-words";
import { usePlanModel } from "./plan-context";

/** Somebody else saved this plan meanwhile: what differs, and whose stands. */
export function StaleBanner() {
  const { saveState, settle, decisions, plan } = usePlanModel();
  if (saveState.kind !== "stale" || !plan) return null;
  const named = (paths: DecisionPath[]) => [...new Set(paths.map((path) => pathInWords(path, plan)))].join("; ");
  const { both } = putOnTop(saveState.base, decisions, saveState.theirs);
  const mine = named(changesBetween(saveState.base, decisions).map((c) => c.path));
  const theirs = named(changesBetween(saveState.base, saveState.theirs).map((c) => c.path));
  return (
    <div role="alert" className="mb-2 flex flex-wrap items-center gap-3 border border-advise bg-sheet px-3 py-2">
      <div className="grow">
        <p>
          <b className="text-advise">
            ▲ This plan was changed by {saveState.by} at {saveState.at}.
          </b>{" "}
          Yours is kept here and not saved.
        </p>
        <p>Changed there: {theirs || "nothing that is decided"}.</p>
        <p>Changed here: {mine || "nothing that is decided"}.</p>
        {both.length > 0 && (
          <p className="text-stop">Both changed {named(both)}: with mine on top, what stands here is kept.</p>
        )}
      </div>
      <Button onClick={() => settle("theirs")}>Take theirs</Button>
      <Button onClick={() => settle("mine")}>Put mine on top</Button>
    </div>
  );
}
