import type { Metadata } from "next";
import { pack } from "@/app/pack";
import { ThreatCalendarScreen } from "@/features/season/threat-calendar-screen";
import { requirePage } from "@/server/access/access";
import { loadThreatCalendar } from "@/server/season/threat-calendar";
import { inPractice } from "@/server/storage/db";

export const metadata: Metadata = { title: "Threats" };

type Props = { searchParams: Promise<{ season?: string; from?: string; days?: string }> };

/** The most days that are looked ahead. */
const MOST_DAYS = 400;

export default async function ThreatsPage({ searchParams }: Props) {
  const access = await requirePage();
  const { season = "", from = "", days = "" } = await searchParams;
  const sheet = await inPractice(access, (client) =>
    loadThreatCalendar(client, access, {
      ...(/^\d{4}$/.test(season) ? { season: Number(season) } : {}),
      ...(/^\d{4}-\d{2}-\d{2}$/.test(from) && !Number.isNaN(Date.parse(from)) ? { from } : {}),
      ...(/^\d{1,3}$/.test(days) ? { days: Math.min(MOST_DAYS, Number(days)) } : {}),
    }),
  );
  return <ThreatCalendarScreen sheet={pack(sheet)} today={access.today} />;
}
