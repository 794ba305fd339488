import type { Metadata } from "next";
import { StationsScreen } from "@/features/stations/stations-screen";
import { may, requirePage } from "@/server/access/access";
import { listFarms, listStations } from "@/server/stations/stations";
import { inPractice } from "@/server/storage/db";

export const metadata: Metadata = { title: "Stations" };

export default async function StationsPage() {
  const access = await requirePage();
  const [stations, farms] = await inPractice(access, async (client) => [
    await listStations(client, access),
    await listFarms(client, access),
  ]);
  return <StationsScreen stations={stations} farms={farms} editable={may(access.role, "settings")} />;
}
