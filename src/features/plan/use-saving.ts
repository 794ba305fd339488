"use client";

/** Saves a plan as one works, tries again when the server is lost, and settles a clash with somebody else's save. */

import { useCallback, useEffect, useRef, useState } from "react";
import { type Decisions, putOnTop } from "@/core/sheets/decisions";
import { keepOwn, readOwn } from "../offline/own-store";
import { send } from "../shared/send";

type SaveState =
  | { kind: "saved" }
  | { kind: "saving" }
  | { kind: "waiting"; reason: string }
  | {
      kind: "stale";
      by: string;
      at: string;
      theirs: Decisions;
      revision: number;
      /** what both of us began from */
      base: Decisions;
    };

interface Start {
  planId: string;
  decisions: Decisions;
  revision: number;
  editable: boolean;
}
/** What a lost page leaves on the device: the decisions, and those that they were made from. */
interface Kept {
  revision: number;
  base?: Decisions;
  decisions: Decisions;
}

const keepKey = (planId: string) => `wheatonomy.plan.${planId}`;

export function useSaving(start: Start, decisions: Decisions, replace: (decisions: Decisions) => void) {
  const [state, setState] = useState<SaveState>({ kind: "saved" });
  const [revision, setRevision] = useState(start.revision);
  const saved = useRef(start.decisions);
  const latest = useRef(decisions);
  latest.current = decisions;
  const inFlight = useRef(false);
  const tries = useRef(0);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const revisionRef = useRef(revision);
  revisionRef.current = revision;
  const stateRef = useRef(state);
  stateRef.current = state;

  const sendNow = useCallback(async () => {
    if (inFlight.current || stateRef.current.kind === "stale" || latest.current === saved.current) return;
    inFlight.current = true;
    const sent = latest.current;
    setState({ kind: "saving" });
    const reply = await send("PUT /api/plans/{id}", {
      path: { id: start.planId },
      body: { revision: revisionRef.current, decisions: sent },
    });
    let again = false;
    const result = reply.ok ? reply.value : null;
    if (result?.saved) {
      saved.current = sent;
      tries.current = 0;
      revisionRef.current = result.revision;
      setRevision(result.revision);
      keepOwn(keepKey(start.planId), null);
      setState({ kind: "saved" });
    } else if (result) {
      const { updatedBy: by, updatedAt: at, decisions: theirs, revision: stands } = result;
      setState({ kind: "stale", by, at, theirs, revision: stands, base: saved.current });
    } else if (!reply.ok) {
      again = reply.status === null || reply.status >= 500;
      const reason = `${reply.reason} What you typed is kept on this device and will be sent again.`;
      setState({ kind: "waiting", reason: reply.status === null ? reason : reply.reason });
    }
    inFlight.current = false;
    if (again) {
      tries.current += 1;
      timer.current = setTimeout(sendNow, Math.min(20_000, 1500 * 2 ** Math.min(4, tries.current)));
    } else if (latest.current !== saved.current && latest.current !== sent) timer.current = setTimeout(sendNow, 300);
  }, [start.planId]);

  // what a lost page or server left unsaved on this device comes back once
  useEffect(() => {
    const text = readOwn(keepKey(start.planId));
    if (!text) return;
    try {
      const { revision: from, base = start.decisions, decisions: mine } = JSON.parse(text) as Kept;
      if (JSON.stringify(mine) === JSON.stringify(start.decisions)) {
        keepOwn(keepKey(start.planId), null);
        return;
      }
      replace(mine);
      if (from !== start.revision) {
        const theirs = { theirs: start.decisions, revision: start.revision };
        setState({ kind: "stale", by: "somebody", at: "since then", ...theirs, base });
      }
    } catch {
      keepOwn(keepKey(start.planId), null);
    }
  }, [start.planId, start.revision, start.decisions, replace]);

  useEffect(() => {
    if (decisions === saved.current || !start.editable) return;
    const kept: Kept = { revision: revisionRef.current, base: saved.current, decisions };
    keepOwn(keepKey(start.planId), JSON.stringify(kept));
    clearTimeout(timer.current);
    timer.current = setTimeout(sendNow, 500);
  }, [decisions, sendNow, start.planId, start.editable]);

  useEffect(() => {
    const again = () => void sendNow();
    window.addEventListener("online", again);
    return () => {
      window.removeEventListener("online", again);
      clearTimeout(timer.current);
    };
  }, [sendNow]);

  /** In a clash with another's save: theirs in place of mine, or my changes on top of theirs. */
  const settle = (take: "theirs" | "mine") => {
    if (state.kind !== "stale") return;
    revisionRef.current = state.revision;
    setRevision(state.revision);
    saved.current = state.theirs;
    stateRef.current = { kind: "saved" };
    setState({ kind: "saved" });
    if (take === "theirs") keepOwn(keepKey(start.planId), null);
    // what was typed since the clash was noticed is mine too
    replace(take === "mine" ? putOnTop(state.base, latest.current, state.theirs).decisions : state.theirs);
  };
  const isSaved = decisions === saved.current && state.kind === "saved";
  return { saveState: state, revision, isSaved, settle, saveNow: sendNow };
}
