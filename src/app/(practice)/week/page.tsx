import type { Metadata } from "next";
import { pack } from "@/app/pack";
import { dayNumber } from "@/core/dates";
import { weekOf } from "@/core/season/level-load";
import { WeekScreen } from "@/features/week/week-screen";
import { may, requirePage } from "@/server/access/access";
import { wateredFields } from "@/server/field-notes/field-rain";
import { loadWeek } from "@/server/season/week";
import { inPractice } from "@/server/storage/db";

export const metadata: Metadata = { title: "Week" };

export default async function WeekPage({ searchParams }: { searchParams: Promise<{ from?: string }> }) {
  const access = await requirePage("log");
  const { from } = await searchParams;
  const week = weekOf(dayNumber(from) === null ? access.today : (from as string));
  const { sheet, fields } = await inPractice(access, async (client) => ({
    sheet: await loadWeek(client, access, week),
    fields: await wateredFields(client, access),
  }));
  return (
    <WeekScreen
      sheet={pack(sheet)}
      drawnAt={Date.now()}
      from={week}
      today={access.today}
      mayRead={may(access.role, "read")}
      mayMove={may(access.role, "plan")}
      fields={fields}
    />
  );
}
