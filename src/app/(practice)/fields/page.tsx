import type { Metadata } from "next";
import { pack } from "@/app/pack";
import { FieldsScreen } from "@/features/fields/fields-screen";
import { may, requirePage } from "@/server/access/access";
import { listFields } from "@/server/land/fields";
import { practiceSteps } from "@/server/land/steps";
import { cropNames, listCrops } from "@/server/plans/guides";
import { inPractice } from "@/server/storage/db";

export const metadata: Metadata = { title: "Fields" };

export default async function FieldsPage() {
  const access = await requirePage();
  const { fields, steps } = await inPractice(access, async (client) => {
    const found = await listFields(client, access);
    return { fields: found, steps: found.length === 0 ? await practiceSteps(client, access) : null };
  });
  const crops = listCrops().map(({ id, kinds }) => ({ id, kinds: kinds.map((k) => ({ id: k.id, name: k.name })) }));
  return (
    <FieldsScreen
      fields={pack(fields)}
      names={cropNames()}
      crops={crops}
      today={access.today}
      mayPlan={may(access.role, "plan")}
      steps={steps}
    />
  );
}
