import type { Metadata } from "next";
import { WeekScreen } from "@/features/week/week-screen";
import { may, requirePage } from "@/server/access";
import { inPractice } from "@/server/db";
import { dueOperations } from "@/server/week";

export const metadata: Metadata = { title: "Week" };

export default async function WeekPage() {
  const access = await requirePage("log");
  const due = await inPractice(access, (client) => dueOperations(client, access));
  return <WeekScreen due={due} today={access.today} mayPlan={may(access.role, "read")} />;
}
