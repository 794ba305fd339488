import type { Metadata } from "next";
import { WaterSharesScreen } from "@/features/season/water-shares-screen";
import { requirePage } from "@/server/access/access";
import { loadWaterShares } from "@/server/season/water-shares";
import { inPractice } from "@/server/storage/db";

export const metadata: Metadata = { title: "Allocate water" };

type Props = { searchParams: Promise<{ season?: string; farm?: string; m3?: string }> };

/** The most that is shared [m3]. */
const MOST_M3 = 1e9;

export default async function WaterSharesPage({ searchParams }: Props) {
  const access = await requirePage();
  const { season, farm, m3 } = await searchParams;
  const volume = Number(m3);
  const sheet = await inPractice(access, (client) =>
    loadWaterShares(client, access, {
      ...(Number.isInteger(Number(season)) && season ? { season: Number(season) } : {}),
      ...(farm ? { farmId: farm } : {}),
      ...(m3 && volume >= 0 && volume <= MOST_M3 ? { volumeM3: volume } : {}),
    }),
  );
  return <WaterSharesScreen key={`${sheet.season} ${sheet.farmId} ${sheet.volumeM3}`} sheet={sheet} />;
}
