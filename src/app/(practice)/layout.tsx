import type { ReactNode } from "react";
import { Shell } from "@/features/shell/shell";
import { requirePage } from "@/server/access";
import { inPractice } from "@/server/db";
import { listFieldNames } from "@/server/fields";

export const dynamic = "force-dynamic";

export default async function PracticeLayout({ children }: { children: ReactNode }) {
  const access = await requirePage("log");
  const fields = await inPractice(access, (client) => listFieldNames(client, access));
  return (
    <Shell
      person={access.name}
      practice={access.practice.name}
      role={access.role}
      asOf={access.practice.asOf}
      unitSet={access.practice.unitSet}
      decimal={access.practice.decimalMark}
      currency={access.practice.currency}
      fields={fields}
    >
      {children}
    </Shell>
  );
}
