import type { Metadata } from "next";
import { headers } from "next/headers";
import { AccountScreen } from "@/features/people/account-screen";
import { requirePage, tokenFrom } from "@/server/access";
import { practicesOf } from "@/server/practices";
import { listSessions } from "@/server/sessions";

export const metadata: Metadata = { title: "Account" };

export default async function AccountPage() {
  const access = await requirePage("log");
  const [practices, sessions] = await Promise.all([
    practicesOf(access.userId),
    listSessions(access.userId, await tokenFrom(await headers())),
  ]);
  return <AccountScreen name={access.name} practices={practices} practiceId={access.practiceId} sessions={sessions} />;
}
