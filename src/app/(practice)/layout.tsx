import type { ReactNode } from "react";
import { Shell } from "@/features/shell/shell";
import { requirePage } from "@/server/access";

export const dynamic = "force-dynamic";

export default async function PracticeLayout({ children }: { children: ReactNode }) {
  const access = await requirePage("log");
  return (
    <Shell
      person={access.name}
      practice={access.practice.name}
      role={access.role}
      asOf={access.practice.asOf}
      unitSet={access.practice.unitSet}
      decimal={access.practice.decimalMark}
      currency={access.practice.currency}
    >
      {children}
    </Shell>
  );
}
