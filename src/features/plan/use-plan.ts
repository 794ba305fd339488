"use client";

import { useCallback, useEffect, useMemo, useReducer, useRef, useState } from "react";
import type { Guide } from "@/core/guides/schema";
import { perObject } from "@/core/memo";
import type { StageObservation } from "@/core/phenology/stage-dates";
import type { LoggedOperation, PlanFacts, SignOff } from "@/core/plan/facts";
import { failed, fieldError, type Result } from "@/core/result";
import {
  applyChanges,
  type Change,
  change as changeOf,
  type DecisionAt,
  type DecisionPath,
  type Decisions,
} from "@/core/sheets/decisions";
import type { Plan } from "@/core/sheets/plan";
import type { Finding } from "@/core/sheets/sheet";
import type { PlanQuestion } from "@/core/sheets/varied/plan-question";
import { tellAll } from "@/core/units/told";
import type { Words } from "@/core/units/words";
import { useUnits } from "../shared/units";
import { useLoadedAtRest } from "../shared/use-at-rest";
import { asSent, type PlanStart } from "./sent-plan";
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
const NOTHING_SIGNED: SignOff[] = [];

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

/** What drafts a plan, checks it and compares it with the last version: larger than all that shows it. */
const loadEngine = async () => {
  const [{ draftPlan, draftInSteps }, { checkPlan }, { comparePlans, summarisePlan }] = await Promise.all([
    import("@/core/sheets/draft-plan"),
    import("@/core/sheets/check-plan"),
    import("@/core/views/compare"),
  ]);
  return { draftPlan, draftInSteps, checkPlan, comparePlans, summarisePlan };
};
type Engine = Awaited<ReturnType<typeof loadEngine>>;
/** What somebody does who is about to change something. */
const TOUCHES = ["pointerdown", "keydown", "focusin"] as const;

/** The engine: fetched at rest, at the first touch, or as soon as something is changed; null until it is there. */
function useEngine(needed: boolean): Engine | null {
  const atRest = useLoadedAtRest(loadEngine);
  const [asked, setAsked] = useState<Engine | null>(null);
  const [touched, setTouched] = useState(false);
  const there = atRest ?? asked;
  useEffect(() => {
    if (there) return;
    const touch = () => setTouched(true);
    for (const kind of TOUCHES) window.addEventListener(kind, touch, { passive: true });
    return () => {
      for (const kind of TOUCHES) window.removeEventListener(kind, touch);
    };
  }, [there]);
  const missing = (needed || touched) && !there;
  useEffect(() => {
    if (missing)
      loadEngine().then(
        (engine) => setAsked(() => engine),
        () => setTouched(false),
      );
  }, [missing]);
  return there;
}

/** Does something once the browser has nothing else to do; gives what calls it off. */
function whenIdle(work: () => void): () => void {
  // not every browser tells
  if (typeof requestIdleCallback !== "function") {
    const later = setTimeout(work, 200);
    return () => clearTimeout(later);
  }
  const asked = requestIdleCallback(work, { timeout: 2000 });
  return () => cancelIdleCallback(asked);
}

/** Takes steps one after another whenever the browser has nothing else to do, so that none of them keeps anybody waiting. */
function warmUp(steps: Iterator<unknown>): () => void {
  let calledOff = () => {};
  const next = () => {
    calledOff = whenIdle(() => {
      try {
        if (!steps.next().done) next();
      } catch {
        // what cannot be drafted is said when it is drafted
      }
    });
  };
  next();
  return () => calledOff();
}

const guideOf = perObject<Guide, Pick<Words, "tell">, Guide>(1);

/** The plan as its reader reads it; a guide is told once, not at every keystroke, and a figure when its working is opened. */
function told({ crop, figures, asides, ...plan }: Plan, words: Words): Plan {
  const own = (guide: Guide) => guideOf(guide, words, () => tellAll(guide, words));
  const { base, guide, kind, method, product } = crop;
  return {
    ...tellAll(plan, words),
    figures,
    asides,
    crop: {
      ...crop,
      base: own(base),
      guide: own(guide),
      kind: tellAll(kind, words),
      method: tellAll(method, words),
      product: tellAll(product, words),
    },
  };
}

/** Everything that a plan's screen works with: decisions with undo, the plan drafted from them, saving as one goes. */
export function usePlan(start: PlanStart) {
  const units = useUnits();
  const [history, step] = useReducer(stepHistory, start.decisions, freshHistory);
  const [log, setLog] = useState<LoggedOperation[]>(start.facts.log);
  const [observations, setObservations] = useState<StageObservation[]>(start.facts.observations);
  const [signOffs, setSignOffs] = useState<SignOff[]>(start.facts.signOffs ?? NOTHING_SIGNED);
  const facts = useMemo<PlanFacts>(
    () => ({ ...start.facts, log, observations, signOffs }),
    [start.facts, log, observations, signOffs],
  );
  const decisions = history.now;

  const { guide, problem } = useGuide(decisions.crop.guideId, start.guide);
  const untouched =
    decisions === start.decisions &&
    log === start.facts.log &&
    observations === start.facts.observations &&
    signOffs === (start.facts.signOffs ?? NOTHING_SIGNED);
  const engine = useEngine(!untouched);
  // the first draft of a page meets code that never ran and weather that was never simulated: it is made before it is asked for
  useEffect(() => {
    if (!engine) return;
    return warmUp(engine.draftInSteps(start.facts, start.decisions, start.season, start.guide));
  }, [engine, start]);
  const drafted = useMemo(
    () => (engine && guide && !untouched ? engine.draftPlan(facts, decisions, start.season, guide) : null),
    [engine, untouched, facts, decisions, start.season, guide],
  );
  // until the engine and another crop's guide are there, or where a draft fails, what was last drafted stays in sight
  const opened = useMemo(() => start.plan && asSent(start.plan, start.guide), [start.plan, start.guide]);
  const lastGood = useRef<Plan | null>(opened);
  if (untouched) lastGood.current = opened;
  else if (drafted?.ok) lastGood.current = drafted.value;
  const plan = lastGood.current;
  const findings = useMemo<Finding[]>(
    // as it was opened the server has checked it; a change is checked here
    () => (untouched || !engine ? start.findings : plan ? engine.checkPlan(plan, facts, decisions) : []),
    [untouched, engine, start.findings, plan, facts, decisions],
  );
  const trouble =
    problem ??
    (untouched ? start.trouble : drafted && !drafted.ok ? drafted.errors.map((e) => e.message).join("; ") : null);
  const changes = useMemo(
    () =>
      plan && engine && start.lastSummary ? engine.comparePlans(start.lastSummary, engine.summarisePlan(plan)) : [],
    [plan, engine, start.lastSummary],
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
    (list: Change[], other?: Guide): Result<Plan> =>
      engine
        ? engine.draftPlan(facts, applyChanges(decisions, list), start.season, other ?? guide ?? start.guide)
        : failed([fieldError("plan", "a change", "a page that has loaded: try again in a moment")]),
    [engine, facts, decisions, start.season, start.guide, guide],
  );

  /** what this plan is drafted from, to be sent to a worker */
  const question = useMemo(
    (): PlanQuestion => ({ facts, decisions, season: start.season, guide: guide ?? start.guide }),
    [facts, decisions, start.season, start.guide, guide],
  );

  const shown = useMemo(() => plan && told(plan, units), [plan, units]);
  const said = useMemo(() => tellAll(findings, units), [findings, units]);
  return {
    ...saving,
    plan: shown,
    trouble,
    facts,
    decisions,
    findings: said,
    changes,
    change,
    set,
    log,
    setLog,
    setObservations,
    setSignOffs,
    season: start.season,
    planId: start.planId,
    editable: start.editable,
    bounds: start.bounds,
    undo: () => step({ type: "undo" }),
    redo: () => step({ type: "redo" }),
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
    draftWith,
    question,
    /** yield that the last issued version let expect; null where it said none [t/ha] */
    issuedTPerHa: start.lastSummary?.figures["yield.expect"]?.value ?? null,
  };
}

export type PlanModel = ReturnType<typeof usePlan>;
