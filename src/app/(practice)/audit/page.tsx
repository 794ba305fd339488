import type { Metadata } from "next";
import { AuditScreen } from "@/features/people/audit-screen";
import { requirePage } from "@/server/access/access";
import { auditPage } from "@/server/access/audit";
import { inPractice } from "@/server/storage/db";

export const metadata: Metadata = { title: "Audit" };

export default async function AuditOfPractice({ searchParams }: { searchParams: Promise<{ before?: string }> }) {
  const access = await requirePage("people");
  const { before = "" } = await searchParams;
  const from = /^\d{1,15}$/.test(before) ? Number(before) : null;
  return <AuditScreen page={await inPractice(access, (client) => auditPage(client, access, from))} />;
}
