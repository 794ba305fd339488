"use client";

import { useCallback, useEffect, useMemo, useReducer, useRef, useState } from "react";
import type { Guide } from "@/core/guides/schema";
import type { StageObservation } from "@/core/phenology/stage-dates";
import type { LoggedOperation, PlanFacts } from "@/core/plan/facts";
import { checkPlan } from "@/core/sheets/check-plan";
import { comparePlans, type PlanSummary, summarisePlan } from "@/core/sheets/compare";
import {
  applyChanges,
  type Change,
  change as changeOf,
  type DecisionAt,
  type DecisionPath,
  type Decisions,
} from "@/core/sheets/decisions";
import { draftPlan } from "@/core/sheets/draft-plan";
import type { Plan } from "@/core/sheets/plan";
import type { Finding } from "@/core/sheets/sheet";
import { useGuide } from "./use-guides";

interface History {
  past: Decisions[];
  now: Decisions;
  future: Decisions[];
  /** changes to the same path within a short time are one step back */
  lastPath: string;
  lastAt: number;
}
type Step =
  | { type: "change"; changes: Change[]; at: number }
  | { type: "replace"; decisions: Decisions }
  | { type: "undo" }
  | { type: "redo" };

const MERGE_MS = 900;

/** The history of decisions: what undo and redo walk along. Exported for its test. */
export function stepHistory(history: History, step: Step): History {
  switch (step.type) {
    case "change": {
      const now = applyChanges(history.now, step.changes);
      const path = step.changes.map((c) => c.path).join("|");
      const merged = path === history.lastPath && step.at - history.lastAt < MERGE_MS;
      return {
        past: merged ? history.past : [...history.past, history.now].slice(-200),
        now,
        future: [],
        lastPath: path,
        lastAt: step.at,
      };
    }
    case "replace":
      return { past: [...history.past, history.now], now: step.decisions, future: [], lastPath: "", lastAt: 0 };
    case "undo": {
      const before = history.past.at(-1);
      return before
        ? {
            past: history.past.slice(0, -1),
            now: before,
            future: [history.now, ...history.future],
            lastPath: "",
            lastAt: 0,
          }
        : history;
    }
    case "redo": {
      const [next, ...future] = history.future;
      return next ? { past: [...history.past, history.now], now: next, future, lastPath: "", lastAt: 0 } : history;
    }
  }
}

export const freshHistory = (now: Decisions): History => ({ past: [], now, future: [], lastPath: "", lastAt: 0 });

export type SaveState =
  | { kind: "saved" }
  | { kind: "saving" }
  | { kind: "waiting"; reason: string }
  | { kind: "stale"; by: string; at: string; theirs: Decisions; revision: number };

export interface PlanStart {
  planId: string;
  season: number;
  facts: PlanFacts;
  /** the guide of the plan's crop */
  guide: Guide;
  decisions: Decisions;
  revision: number;
  lastSummary: PlanSummary | null;
  editable: boolean;
}

const keepKey = (planId: string) => `wheatonomy.plan.${planId}`;

/** Everything that a plan's screen works with: decisions with undo, the plan drafted from them, saving as one goes. */
export function usePlan(start: PlanStart) {
  const [history, step] = useReducer(stepHistory, start.decisions, freshHistory);
  const [log, setLog] = useState<LoggedOperation[]>(start.facts.log);
  const [observations, setObservations] = useState<StageObservation[]>(start.facts.observations);
  const facts = useMemo<PlanFacts>(() => ({ ...start.facts, log, observations }), [start.facts, log, observations]);
  const decisions = history.now;

  const { guide, problem } = useGuide(decisions.crop.guideId, start.guide);
  const drafted = useMemo(
    () => (guide ? draftPlan(facts, decisions, start.season, guide) : null),
    [facts, decisions, start.season, guide],
  );
  // until another crop's guide is there, or where a draft fails, what was last drafted stays in sight
  const lastGood = useRef<Plan | null>(null);
  if (drafted?.ok) lastGood.current = drafted.value;
  const plan = drafted?.ok ? drafted.value : lastGood.current;
  const findings = useMemo<Finding[]>(() => (plan ? checkPlan(plan, facts, decisions) : []), [plan, facts, decisions]);
  const trouble = problem ?? (drafted && !drafted.ok ? drafted.errors.map((e) => e.message).join("; ") : null);
  const summary = useMemo(() => (plan ? summarisePlan(plan) : null), [plan]);
  const changes = useMemo(
    () => (summary && start.lastSummary ? comparePlans(start.lastSummary, summary) : []),
    [summary, start.lastSummary],
  );

  const change = useCallback((...list: Change[]) => step({ type: "change", changes: list, at: Date.now() }), []);
  const set = useCallback(
    <P extends DecisionPath>(path: P, value: DecisionAt<P> | undefined) =>
      step({ type: "change", changes: [changeOf(path, value)], at: Date.now() }),
    [],
  );
  const saving = useSaving(start, decisions, step);
  const draftWith = useCallback(
    (list: Change[], other?: Guide) =>
      draftPlan(facts, applyChanges(decisions, list), start.season, other ?? guide ?? start.guide),
    [facts, decisions, start.season, start.guide, guide],
  );

  return {
    ...saving,
    plan,
    trouble,
    facts,
    decisions,
    findings,
    summary,
    changes,
    change,
    set,
    log,
    setLog,
    setObservations,
    season: start.season,
    planId: start.planId,
    editable: start.editable,
    undo: () => step({ type: "undo" }),
    redo: () => step({ type: "redo" }),
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
    draftWith,
  };
}

export type PlanModel = ReturnType<typeof usePlan>;

/** Saves shortly after each change, tries again when the server is lost, and keeps what is unsaved on the device. */
function useSaving(start: PlanStart, decisions: Decisions, step: (s: Step) => void) {
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

  const send = useCallback(async () => {
    if (inFlight.current || stateRef.current.kind === "stale" || latest.current === saved.current) return;
    inFlight.current = true;
    const sent = latest.current;
    setState({ kind: "saving" });
    let wait = 0;
    try {
      const response = await fetch(`/api/plans/${start.planId}`, {
        method: "PUT",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ revision: revisionRef.current, decisions: sent }),
      });
      const body = await response.json();
      if (response.ok) {
        saved.current = sent;
        tries.current = 0;
        revisionRef.current = body.revision;
        setRevision(body.revision);
        localStorage.removeItem(keepKey(start.planId));
        setState({ kind: "saved" });
      } else if (response.status === 409) {
        setState({
          kind: "stale",
          by: body.updatedBy,
          at: body.updatedAt,
          theirs: body.decisions,
          revision: body.revision,
        });
      } else {
        setState({ kind: "waiting", reason: body.errors?.[0]?.message ?? body.error ?? "The save was refused." });
        wait = response.status >= 500 ? 1 : 0;
      }
    } catch {
      setState({
        kind: "waiting",
        reason: "The server does not answer. What you typed is kept on this device and will be sent again.",
      });
      wait = 1;
    }
    inFlight.current = false;
    if (wait) {
      tries.current += 1;
      timer.current = setTimeout(send, Math.min(20_000, 1500 * 2 ** Math.min(4, tries.current)));
    } else if (latest.current !== saved.current && latest.current !== sent) timer.current = setTimeout(send, 300);
  }, [start.planId]);

  // what a lost page or server left unsaved on this device comes back once
  useEffect(() => {
    const kept = localStorage.getItem(keepKey(start.planId));
    if (!kept) return;
    try {
      const { revision: base, decisions: mine } = JSON.parse(kept) as { revision: number; decisions: Decisions };
      if (JSON.stringify(mine) === JSON.stringify(start.decisions)) localStorage.removeItem(keepKey(start.planId));
      else if (base === start.revision) step({ type: "replace", decisions: mine });
      else {
        step({ type: "replace", decisions: mine });
        setState({
          kind: "stale",
          by: "somebody",
          at: "since then",
          theirs: start.decisions,
          revision: start.revision,
        });
      }
    } catch {
      localStorage.removeItem(keepKey(start.planId));
    }
  }, [start.planId, start.revision, start.decisions, step]);

  useEffect(() => {
    if (decisions === saved.current || !start.editable) return;
    localStorage.setItem(keepKey(start.planId), JSON.stringify({ revision: revisionRef.current, decisions }));
    clearTimeout(timer.current);
    timer.current = setTimeout(send, 500);
  }, [decisions, send, start.planId, start.editable]);

  useEffect(() => {
    const again = () => void send();
    window.addEventListener("online", again);
    return () => {
      window.removeEventListener("online", again);
      clearTimeout(timer.current);
    };
  }, [send]);

  /** In a clash with another's save: theirs in place of mine, or mine on top of theirs. */
  const settle = (take: "theirs" | "mine") => {
    if (state.kind !== "stale") return;
    revisionRef.current = state.revision;
    setRevision(state.revision);
    saved.current = state.theirs;
    if (take === "theirs") {
      localStorage.removeItem(keepKey(start.planId));
      step({ type: "replace", decisions: state.theirs });
      setState({ kind: "saved" });
    } else {
      stateRef.current = { kind: "saved" };
      setState({ kind: "saved" });
      void send();
    }
  };
  const isSaved = decisions === saved.current && state.kind === "saved";
  return { saveState: state, revision, isSaved, settle, saveNow: send };
}
