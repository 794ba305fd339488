import type { Metadata } from "next";
import { HarvestQueuesScreen } from "@/features/season/harvest-queues-screen";
import { may, requirePage } from "@/server/access/access";
import { loadHarvestQueues } from "@/server/season/harvest-queues";
import { inPractice } from "@/server/storage/db";

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
