/** Drafts of a planting side by side. */

import { checkPlan } from "@/core/sheets/check-plan";
import { draftPlan } from "@/core/sheets/draft-plan";
import { type Access, Refused } from "../access/access";
import type { DraftLine } from "../contracts";
import { type Client, isId } from "../storage/db";
import { loadPlan } from "./plans";
import { listDrafts } from "./plantings";

/** All drafts of a plan's planting and season, each drafted as it stands. */
export async function compareDrafts(client: Client, access: Access, planId: string): Promise<DraftLine[]> {
  const drafts = isId(planId) ? await listDrafts(client, access, planId) : [];
  if (drafts.length === 0) throw new Refused(404, "There is no such plan.");
  const lines: DraftLine[] = [];
  for (const draft of drafts) {
    const loaded = await loadPlan(client, access, draft.id);
    if (!loaded) continue;
    const drafted = draftPlan(loaded.facts, loaded.decisions, loaded.season, loaded.guide);
    const none = { targetTPerHa: null, planting: null, harvest: null, costPerHa: null, marginPerHa: null, stops: null };
    if (!drafted.ok) {
      const problem = drafted.errors.map((e) => e.message).join("; ");
      lines.push({ ...draft, crop: loaded.guide.name, ...none, problem });
      continue;
    }
    const plan = drafted.value;
    const stops = checkPlan(plan, loaded.facts, loaded.decisions).filter((f) => f.severity === "stop").length;
    lines.push({
      ...draft,
      crop: plan.crop.kind.name,
      targetTPerHa: plan.targetTPerHa,
      planting: plan.plantingDate,
      harvest: plan.harvestDate,
      costPerHa: plan.figures["money.cost"]?.value ?? null,
      marginPerHa: plan.figures["money.marginExpected"]?.value ?? null,
      stops,
      problem: null,
    });
  }
  return lines;
}
