import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { yearStatistics } from "@/core/weather/year-statistics";
import { StationScreen } from "@/features/stations/station-screen";
import { may, requirePage } from "@/server/access/access";
import { loadStation } from "@/server/stations/stations";
import { inPractice } from "@/server/storage/db";

export const metadata: Metadata = { title: "Station" };

export default async function StationPage({ params }: { params: Promise<{ id: string }> }) {
  const access = await requirePage();
  const { id } = await params;
  const sheet = await inPractice(access, (client) => loadStation(client, access, id));
  if (!sheet) notFound();
  // where most summer days pass 30 C, the chance of 35 C says more
  const heatC = Math.max(...sheet.climate.months.map((m) => m.tmaxC ?? m.meanC + 5)) > 32 ? 35 : 30;
  return (
    <StationScreen
      sheet={sheet}
      statistics={yearStatistics(sheet.climate, heatC)}
      today={access.today}
      editable={may(access.role, "settings")}
    />
  );
}
