import type { Metadata } from "next";
import { RecordsIndex } from "@/features/records/records-index";
import { requirePage } from "@/server/access";
import { inPractice } from "@/server/db";
import { practiceSteps } from "@/server/steps";

export const metadata: Metadata = { title: "Records" };

export default async function RecordsIndexPage() {
  const access = await requirePage();
  const steps = await inPractice(access, (client) => practiceSteps(client, access));
  return <RecordsIndex steps={steps} />;
}
