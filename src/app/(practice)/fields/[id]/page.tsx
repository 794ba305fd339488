import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { FieldScreen } from "@/features/fields/field-screen";
import { may, requirePage } from "@/server/access/access";
import { loadField } from "@/server/land/fields";
import { cropNames, listCrops } from "@/server/plans/guides";
import { inPractice } from "@/server/storage/db";

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
