import type { Metadata } from "next";
import { RecordsIndex } from "@/features/records/records-index";
import { requirePage } from "@/server/access/access";
import { practiceSteps } from "@/server/land/steps";
import { inPractice } from "@/server/storage/db";

export const metadata: Metadata = { title: "Records" };

export default async function RecordsIndexPage() {
  const access = await requirePage();
  const steps = await inPractice(access, (client) => practiceSteps(client, access));
  return <RecordsIndex steps={steps} />;
}
