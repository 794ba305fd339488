/** What a plan's page begins with: the plan, drafted and checked, with all that it was drafted from. */

import { pack, packOnce } from "@/app/pack";
import { boundsOf } from "@/core/sheets/bounds-of-schema";
import { checkPlan } from "@/core/sheets/check-plan";
import { decisionsSchema } from "@/core/sheets/decisions-schema";
import { draftPlan } from "@/core/sheets/draft-plan";
import { forSending, type OwnStart, type PackedStart } from "@/features/plan/sent-plan";
import type { Packed } from "@/features/shared/packed";
import type { LoadedPlan } from "@/server/plans/plans";
import { keepByInputs, keyOf } from "@/server/storage/kept-by-inputs";

/** The same for every plan. */
const BOUNDS = boundsOf(decisionsSchema);

/** Plans that a process keeps as they were last drafted, each a text of some thirty kilobytes. */
const begun = keepByInputs<Packed<OwnStart>>(1000);

/**
 * The start of a plan's page. Whoever opens the same plan again gets what was drafted before as long as all is the same
 * that it follows from: facts, decisions, guide, and what the page may do with it.
 */
export function planStart(loaded: LoadedPlan, editable: boolean): PackedStart {
  const { facts, guide, decisions, revision, season, lastSummary } = loaded;
  const inputs = [facts, guide, lastSummary, editable, keyOf([decisions, revision, season])];
  return {
    own: begun(loaded.id, inputs, () => pack(draftStart(loaded, editable))),
    guide: packOnce(guide),
    lists: {
      fertilisers: packOnce(facts.fertilisers),
      limes: packOnce(facts.limes),
      seedLots: packOnce(facts.seedLots),
      products: packOnce(facts.products ?? []),
      varieties: packOnce(facts.varieties ?? []),
    },
    bounds: BOUNDS,
  };
}

function draftStart(loaded: LoadedPlan, editable: boolean): OwnStart {
  const { id, guide, decisions, revision, season, lastSummary } = loaded;
  const drafted = draftPlan(loaded.facts, decisions, season, guide);
  const { fertilisers: _f, limes: _l, seedLots: _s, products: _p, varieties: _v, ...facts } = loaded.facts;
  return {
    planId: id,
    season,
    facts,
    decisions,
    revision,
    lastSummary,
    plan: drafted.ok ? forSending(drafted.value) : null,
    trouble: drafted.ok ? null : drafted.errors.map((e) => e.message).join("; "),
    findings: drafted.ok ? checkPlan(drafted.value, loaded.facts, decisions) : [],
    editable,
  };
}
