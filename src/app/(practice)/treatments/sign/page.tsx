import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { draftPlan } from "@/core/sheets/draft-plan";
import { FieldSignScreen } from "@/features/records/field-sign-screen";
import { requirePage } from "@/server/access/access";
import { loadPlan } from "@/server/plans/plans";
import { inPractice } from "@/server/storage/db";

export const metadata: Metadata = { title: "Re-entry notice" };

type Props = { searchParams: Promise<{ plan?: string; treatment?: string }> };

export default async function FieldSignPage({ searchParams }: Props) {
  const access = await requirePage("log");
  const { plan: planId = "", treatment = "" } = await searchParams;
  const plan = await inPractice(access, (client) => loadPlan(client, access, planId));
  const drafted = plan && draftPlan(plan.facts, plan.decisions, plan.season, plan.guide);
  const own = drafted?.ok ? drafted.value.protect.treatments.find((t) => t.id === treatment) : undefined;
  if (!plan || !own?.product) notFound();
  const { field, log } = plan.facts;
  return (
    <FieldSignScreen
      sign={{
        planId,
        farm: field.farm,
        field: field.name,
        product: own.product.name,
        kind: own.product.kind,
        active: own.product.active,
        hazards: own.product.hazards,
        reEntryHours: own.product.reEntryHours,
        harvestDays: own.use?.harvestWaitDays ?? null,
        doneOn: log.find((entry) => entry.operationId === treatment)?.doneOn ?? null,
      }}
    />
  );
}
