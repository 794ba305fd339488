import type { Metadata } from "next";
import { FieldsScreen } from "@/features/fields/fields-screen";
import { requirePage } from "@/server/access";
import { inPractice } from "@/server/db";
import { listFields } from "@/server/fields";
import { cropNames } from "@/server/guides";

export const metadata: Metadata = { title: "Fields" };

export default async function FieldsPage() {
  const access = await requirePage();
  const fields = await inPractice(access, (client) => listFields(client, access));
  return <FieldsScreen fields={fields} names={cropNames()} today={access.today} />;
}
