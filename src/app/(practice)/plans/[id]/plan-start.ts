/** What a plan's page begins with: the plan, drafted and checked, with all that it was drafted from. */

import { createHash } from "node:crypto";
import { atHand, pack } from "@/app/pack";
import { checkPlan } from "@/core/sheets/check-plan";
import { draftPlan } from "@/core/sheets/draft-plan";
import { forSending } from "@/features/plan/sent-plan";
import type { PlanStart } from "@/features/plan/use-plan";
import type { Packed } from "@/features/shared/packed";
import { revisionOf } from "@/server/guides";
import type { LoadedPlan } from "@/server/plans";

/** Plans that a process keeps as they were last drafted. */
const KEPT = 40;

interface Begun {
  key: string;
  packed: Packed<PlanStart>;
  start: PlanStart;
}
const begun = new Map<string, Begun>();

/**
 * The start of a plan's page. Whoever opens the same plan again gets what was drafted before as long as all is the same
 * that it follows from: facts, decisions, guide, and what the page may do with it.
 */
export function planStart(loaded: LoadedPlan, editable: boolean): Packed<PlanStart> {
  const { id, facts, guide, decisions, revision, season, lastSummary } = loaded;
  const key = createHash("sha1")
    .update(JSON.stringify([revisionOf(guide), facts, decisions, revision, season, lastSummary, editable]))
    .digest("base64");
  const before = begun.get(id);
  const own = before?.key === key ? before : { key, ...draftStart(loaded, editable) };
  // the one that was asked for the longest ago goes first
  begun.delete(id);
  begun.set(id, own);
  if (begun.size > KEPT) begun.delete(begun.keys().next().value as string);
  atHand(own.packed, own.start);
  return own.packed;
}

function draftStart(loaded: LoadedPlan, editable: boolean): Omit<Begun, "key"> {
  const { id, facts, guide, decisions, revision, season, lastSummary } = loaded;
  const drafted = draftPlan(facts, decisions, season, guide);
  const start: PlanStart = {
    planId: id,
    season,
    facts,
    guide,
    decisions,
    revision,
    lastSummary,
    plan: drafted.ok ? forSending(drafted.value) : null,
    trouble: drafted.ok ? null : drafted.errors.map((e) => e.message).join("; "),
    findings: drafted.ok ? checkPlan(drafted.value, facts, decisions) : [],
    editable,
  };
  return { start, packed: pack(start) };
}
