import { type SeedLot, seedLotRecord } from "@/core/records/inputs/seed-lot";
import type { Client } from "../storage/db";
import { recordTable } from "./record-table";

export const seedLotTable = recordTable("seed_lot", seedLotRecord, {
  id: "id",
  guideId: "guide_id",
  kindId: "kind_id",
  variety: "variety",
  thousandGrainWeightG: "thousand_grain_weight_g",
  germinationPct: "germination_pct",
  testedOn: "tested_on",
  unitMassG: "unit_mass_g",
  certified: "certified",
  pricePerT: "price_per_t",
  bagKg: "bag_kg",
});

export const insertSeedLot = (client: Client, practiceId: string, lot: SeedLot): Promise<void> =>
  seedLotTable.insert(client, { practice_id: practiceId }, lot);
