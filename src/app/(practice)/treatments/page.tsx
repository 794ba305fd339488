import type { Metadata } from "next";
import { SprayRecordScreen } from "@/features/records/spray-record-screen";
import { requirePage } from "@/server/access/access";
import { loadSprayRecords } from "@/server/field-notes/spray-records";
import { inPractice } from "@/server/storage/db";

export const metadata: Metadata = { title: "Spray record" };

type Props = { searchParams: Promise<{ season?: string }> };

export default async function TreatmentsPage({ searchParams }: Props) {
  const access = await requirePage("log");
  const { season } = await searchParams;
  const chosen = /^\d{4}$/.test(season ?? "") ? Number(season) : null;
  const records = await inPractice(access, (client) => loadSprayRecords(client, access, null));
  return <SprayRecordScreen records={records} season={chosen} practice={access.practice.name} />;
}
