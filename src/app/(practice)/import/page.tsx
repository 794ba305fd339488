import type { Metadata } from "next";
import { ImportScreen } from "@/features/imports/import-screen";
import { requirePage } from "@/server/access/access";
import { listImports } from "@/server/import/imports";
import { inPractice } from "@/server/storage/db";

export const metadata: Metadata = { title: "Import" };

export default async function ImportPage() {
  const access = await requirePage("plan");
  return <ImportScreen imports={await inPractice(access, (client) => listImports(client, access))} />;
}
