import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { GUIDES } from "@/core/guides";
import { FieldScreen } from "@/features/fields/field-screen";
import { may, requirePage } from "@/server/access";
import { inPractice } from "@/server/db";
import { loadField } from "@/server/fields";

export const metadata: Metadata = { title: "Field" };

export default async function FieldPage({ params }: { params: Promise<{ id: string }> }) {
  const access = await requirePage();
  const { id } = await params;
  const sheet = await inPractice(access, (client) => loadField(client, access, id));
  if (!sheet) notFound();
  return (
    <FieldScreen
      sheet={sheet}
      crops={GUIDES.map((g) => ({ id: g.id, name: g.name }))}
      today={access.today}
      mayPlan={may(access.role, "plan")}
    />
  );
}
