import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { yearStatistics } from "@/core/weather/year-statistics";
import { StationScreen } from "@/features/stations/station-screen";
import { may, requirePage } from "@/server/access";
import { inPractice } from "@/server/db";
import { loadStation } from "@/server/stations";

export const metadata: Metadata = { title: "Station" };

export default async function StationPage({ params }: { params: Promise<{ id: string }> }) {
  const access = await requirePage();
  const { id } = await params;
  const sheet = await inPractice(access, (client) => loadStation(client, access, id));
  if (!sheet) notFound();
  return (
    <StationScreen
      sheet={sheet}
      statistics={yearStatistics(sheet.climate)}
      today={access.today}
      editable={may(access.role, "settings")}
    />
  );
}
