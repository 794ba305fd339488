import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { checkPlan } from "@/core/sheets/check-plan";
import { draftPlan } from "@/core/sheets/draft-plan";
import { BrokenPlan as BrokenPlanScreen } from "@/features/plan/broken-plan";
import { PlanScreen } from "@/features/plan/plan-screen";
import { forSending } from "@/features/plan/sent-plan";
import { pack } from "@/features/shared/packed";
import { may, requirePage } from "@/server/access";
import { inPractice } from "@/server/db";
import { listCrops } from "@/server/guides";
import { loadPlan } from "@/server/plans";
import { BrokenPlan } from "@/server/stored-decisions";

export const metadata: Metadata = { title: "Plan" };

/** A plan that cannot be read is shown as that; everything else goes on to whoever shows it. */
function orBroken(error: unknown): BrokenPlan {
  if (error instanceof BrokenPlan) return error;
  throw error;
}

export default async function PlanPage({ params }: { params: Promise<{ id: string }> }) {
  const access = await requirePage();
  const { id } = await params;
  const loaded = await inPractice(access, (client) => loadPlan(client, access, id)).catch(orBroken);
  if (!loaded) notFound();
  if (loaded instanceof BrokenPlan)
    return <BrokenPlanScreen planId={id} reason={loaded.message} editable={may(access.role, "plan")} />;
  const { facts, guide, decisions, revision, season, lastSummary, versions } = loaded;
  const drafted = draftPlan(facts, decisions, season, guide);
  return (
    <PlanScreen
      key={loaded.id}
      start={pack({
        planId: loaded.id,
        season,
        facts,
        guide,
        decisions,
        revision,
        lastSummary,
        plan: drafted.ok ? forSending(drafted.value) : null,
        trouble: drafted.ok ? null : drafted.errors.map((e) => e.message).join("; "),
        findings: drafted.ok ? checkPlan(drafted.value, facts, decisions) : [],
        editable: may(access.role, "plan"),
      })}
      versions={versions}
      changes={loaded.changes}
      crops={listCrops()}
      drafts={loaded.drafts}
      mayIssue={may(access.role, "issue")}
    />
  );
}
