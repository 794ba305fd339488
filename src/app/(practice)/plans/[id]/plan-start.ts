/** What a plan's page begins with: the plan, drafted and checked, with all that it was drafted from. */

import { atHand, pack } from "@/app/pack";
import { checkPlan } from "@/core/sheets/check-plan";
import { draftPlan } from "@/core/sheets/draft-plan";
import { forSending } from "@/features/plan/sent-plan";
import type { PlanStart } from "@/features/plan/use-plan";
import type { Packed } from "@/features/shared/packed";
import { revisionOf } from "@/server/guides";
import { keepByKey, keyOf } from "@/server/kept-by-key";
import type { LoadedPlan } from "@/server/plans";

/** Plans that a process keeps as they were last drafted. */
const begun = keepByKey<{ packed: Packed<PlanStart>; start: PlanStart }>(40);

/**
 * The start of a plan's page. Whoever opens the same plan again gets what was drafted before as long as all is the same
 * that it follows from: facts, decisions, guide, and what the page may do with it.
 */
export function planStart(loaded: LoadedPlan, editable: boolean): Packed<PlanStart> {
  const { facts, guide, decisions, revision, season, lastSummary } = loaded;
  const key = keyOf([revisionOf(guide), facts, decisions, revision, season, lastSummary, editable]);
  const { packed, start } = begun(loaded.id, key, () => draftStart(loaded, editable));
  atHand(packed, start);
  return packed;
}

function draftStart(loaded: LoadedPlan, editable: boolean): { packed: Packed<PlanStart>; start: PlanStart } {
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
