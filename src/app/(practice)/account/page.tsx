import type { Metadata } from "next";
import { headers } from "next/headers";
import { AccountScreen } from "@/features/people/account-screen";
import { requirePage, tokenFrom } from "@/server/access/access";
import { practicesOf } from "@/server/access/practices";
import { hasSecondFactor, listSessions } from "@/server/access/sessions";

export const metadata: Metadata = { title: "Account" };

export default async function AccountPage() {
  const access = await requirePage("log");
  const [practices, sessions, secondFactor] = await Promise.all([
    practicesOf(access.userId),
    listSessions(access.userId, await tokenFrom(await headers())),
    hasSecondFactor(access.userId),
  ]);
  return (
    <AccountScreen
      name={access.name}
      practices={practices}
      practiceId={access.practiceId}
      sessions={sessions}
      secondFactor={secondFactor}
    />
  );
}
