import { randomUUID } from "node:crypto";
import type { Metadata } from "next";
import { pack } from "@/app/pack";
import { SeasonScreen } from "@/features/season/season-screen";
import { may, requirePage } from "@/server/access/access";
import { loadSeason } from "@/server/season/season";
import { inPractice } from "@/server/storage/db";

export const metadata: Metadata = { title: "Season" };

export default async function SeasonPage({ searchParams }: { searchParams: Promise<{ season?: string }> }) {
  const access = await requirePage();
  const wanted = Number((await searchParams).season);
  const sheet = await inPractice(access, (client) =>
    loadSeason(client, access, Number.isInteger(wanted) ? wanted : undefined),
  );
  return (
    <SeasonScreen sheet={pack(sheet)} stamp={randomUUID()} today={access.today} mayPlan={may(access.role, "plan")} />
  );
}
