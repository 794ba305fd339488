import { type SeedLot, seedLotRecord } from "@/core/records/seed-lot";
import { type Client, rows, type Scope } from "../db";
import { recordTable } from "./record-table";

const table = recordTable("seed_lot", seedLotRecord, {
  id: "id",
  guideId: "guide_id",
  kindId: "kind_id",
  variety: "variety",
  thousandGrainWeightG: "thousand_grain_weight_g",
  germinationPct: "germination_pct",
  unitMassG: "unit_mass_g",
  certified: "certified",
  pricePerT: "price_per_t",
  bagKg: "bag_kg",
});

export async function loadSeedLots(client: Client, scope: Scope): Promise<SeedLot[]> {
  const found = await rows<Record<string, unknown>>(
    client,
    `select ${table.select("s")} from seed_lot s where s.practice_id = $1 order by s.variety`,
    [scope.practiceId],
  );
  return found.map(table.parse);
}

export const insertSeedLot = (client: Client, practiceId: string, lot: SeedLot): Promise<void> =>
  table.insert(client, { practice_id: practiceId }, lot);
