import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { PlanScreen } from "@/features/plan/plan-screen";
import { pack } from "@/features/shared/packed";
import { may, requirePage } from "@/server/access";
import { inPractice } from "@/server/db";
import { listCrops } from "@/server/guides";
import { loadPlan } from "@/server/plans";

export const metadata: Metadata = { title: "Plan" };

export default async function PlanPage({ params }: { params: Promise<{ id: string }> }) {
  const access = await requirePage();
  const { id } = await params;
  const loaded = await inPractice(access, (client) => loadPlan(client, access, id));
  if (!loaded) notFound();
  const { facts, guide, decisions, revision, season, lastSummary, versions } = loaded;
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
