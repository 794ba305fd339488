import type { Metadata } from "next";
import { GUIDES } from "@/core/guides";
import { FieldsScreen } from "@/features/fields/fields-screen";
import { requirePage } from "@/server/access";
import { inPractice } from "@/server/db";
import { listFields } from "@/server/fields";

export const metadata: Metadata = { title: "Fields" };

export default async function FieldsPage() {
  const access = await requirePage();
  const fields = await inPractice(access, (client) => listFields(client, access));
  return (
    <FieldsScreen fields={fields} crops={Object.fromEntries(GUIDES.map((g) => [g.id, g.name]))} today={access.today} />
  );
}
