import type { Metadata } from "next";
import { HarvestQueuesScreen } from "@/features/season/harvest-queues-screen";
import { may, requirePage } from "@/server/access";
import { inPractice } from "@/server/db";
import { loadHarvestQueues } from "@/server/harvest-queues";

export const metadata: Metadata = { title: "Harvest" };

type Props = { searchParams: Promise<{ season?: string }> };

export default async function HarvestPage({ searchParams }: Props) {
  const access = await requirePage();
  const { season = "" } = await searchParams;
  const sheet = await inPractice(access, (client) =>
    loadHarvestQueues(client, access, /^\d{4}$/.test(season) ? Number(season) : undefined),
  );
  return <HarvestQueuesScreen sheet={sheet} editable={may(access.role, "plan")} />;
}
