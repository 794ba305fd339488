import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { FieldScreen } from "@/features/fields/field-screen";
import { may, requirePage } from "@/server/access";
import { inPractice } from "@/server/db";
import { loadField } from "@/server/fields";
import { cropNames, listCrops } from "@/server/guides";

export const metadata: Metadata = { title: "Field" };

export default async function FieldPage({ params }: { params: Promise<{ id: string }> }) {
  const access = await requirePage();
  const { id } = await params;
  const sheet = await inPractice(access, (client) => loadField(client, access, id));
  if (!sheet) notFound();
  return (
    <FieldScreen
      id={id}
      sheet={sheet}
      crops={[...listCrops()]}
      names={cropNames()}
      today={access.today}
      mayPlan={may(access.role, "plan")}
    />
  );
}
