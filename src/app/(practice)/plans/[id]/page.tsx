import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { BrokenPlan as BrokenPlanScreen } from "@/features/plan/broken-plan";
import { PlanScreen } from "@/features/plan/plan-screen";
import { may, requirePage } from "@/server/access/access";
import { listCrops } from "@/server/plans/guides";
import { loadPlan } from "@/server/plans/plans";
import { BrokenPlan } from "@/server/plans/stored-decisions";
import { inPractice } from "@/server/storage/db";
import { planStart } from "./plan-start";

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
  return (
    <PlanScreen
      key={loaded.id}
      start={planStart(loaded, may(access.role, "plan"))}
      versions={loaded.versions}
      changes={loaded.changes}
      crops={listCrops()}
      drafts={loaded.drafts}
      mayIssue={may(access.role, "issue")}
    />
  );
}
