import type { Metadata } from "next";
import { FieldsScreen } from "@/features/fields/fields-screen";
import { pack } from "@/features/shared/packed";
import { requirePage } from "@/server/access";
import { inPractice } from "@/server/db";
import { listFields } from "@/server/fields";
import { cropNames, listCrops } from "@/server/guides";

export const metadata: Metadata = { title: "Fields" };

export default async function FieldsPage() {
  const access = await requirePage();
  const fields = await inPractice(access, (client) => listFields(client, access));
  const crops = listCrops().map(({ id, kinds }) => ({ id, kinds: kinds.map((k) => ({ id: k.id, name: k.name })) }));
  return <FieldsScreen fields={pack(fields)} names={cropNames()} crops={crops} today={access.today} />;
}
