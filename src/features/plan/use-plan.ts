"use client";

import { useCallback, useEffect, useMemo, useReducer, useRef, useState } from "react";
import type { Guide } from "@/core/guides/schema";
import type { StageObservation } from "@/core/phenology/stage-dates";
import type { LoggedOperation, PlanFacts } from "@/core/plan/facts";
import type { PlanSummary } from "@/core/sheets/compare";
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
import { useLoadedAtRest } from "../shared/use-at-rest";
import { useGuide } from "./use-guides";
import { useSaving } from "./use-saving";

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

export interface PlanStart {
  planId: string;
  season: number;
  facts: PlanFacts;
  /** the guide of the plan's crop */
  guide: Guide;
  decisions: Decisions;
  revision: number;
  lastSummary: PlanSummary | null;
  /** of the plan as it is opened */
  findings: Finding[];
  editable: boolean;
}

const loadCheck = async () => {
  const [{ checkPlan }, { comparePlans, summarisePlan }] = await Promise.all([
    import("@/core/sheets/check-plan"),
    import("@/core/sheets/compare"),
  ]);
  return { checkPlan, comparePlans, summarisePlan };
};

/** What checks a plan and compares it with the last version: fetched at rest, or as soon as something is changed; null until it is there. */
function useCheck(needed: boolean): Awaited<ReturnType<typeof loadCheck>> | null {
  const atRest = useLoadedAtRest(loadCheck);
  const [asked, setAsked] = useState<typeof atRest>(null);
  const missing = needed && !atRest && !asked;
  useEffect(() => {
    if (missing)
      loadCheck().then(
        (check) => setAsked(() => check),
        () => {},
      );
  }, [missing]);
  return atRest ?? asked;
}

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
  const untouched =
    decisions === start.decisions && log === start.facts.log && observations === start.facts.observations;
  const check = useCheck(!untouched);
  const findings = useMemo<Finding[]>(
    // as it was opened the server has checked it; a change is checked here
    () => (untouched || !check ? start.findings : plan ? check.checkPlan(plan, facts, decisions) : []),
    [untouched, check, start.findings, plan, facts, decisions],
  );
  const trouble = problem ?? (drafted && !drafted.ok ? drafted.errors.map((e) => e.message).join("; ") : null);
  const changes = useMemo(
    () => (plan && check && start.lastSummary ? check.comparePlans(start.lastSummary, check.summarisePlan(plan)) : []),
    [plan, check, start.lastSummary],
  );

  const change = useCallback((...list: Change[]) => step({ type: "change", changes: list, at: Date.now() }), []);
  const set = useCallback(
    <P extends DecisionPath>(path: P, value: DecisionAt<P> | undefined) =>
      step({ type: "change", changes: [changeOf(path, value)], at: Date.now() }),
    [],
  );
  const replace = useCallback((other: Decisions) => step({ type: "replace", decisions: other }), []);
  const saving = useSaving(start, decisions, replace);
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
