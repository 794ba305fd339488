import { createHash } from "node:crypto";
import type { ReactNode } from "react";
import { KEPT_FOR } from "@/features/offline/kept-for";
import { Shell } from "@/features/shell/shell";
import { type Access, requirePage } from "@/server/access/access";

export const dynamic = "force-dynamic";

/** One person in one practice, as a device keeps pages and entries apart by. */
const markOf = ({ userId, practiceId }: Access): string =>
  createHash("sha256").update(`${userId} ${practiceId}`).digest("hex").slice(0, 24);

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
      <meta name={KEPT_FOR} content={markOf(access)} />
      {children}
    </Shell>
  );
}
