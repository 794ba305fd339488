import { type LimeProduct, limeProductRecord } from "@/core/records/inputs/lime-product";
import type { Client } from "../storage/db";
import { recordTable } from "./record-table";

export const limeTable = recordTable("lime_product", limeProductRecord, {
  id: "id",
  name: "name",
  material: "material",
  neutralisingValuePct: "neutralising_value_pct",
  finenessPct: "fineness_pct",
  pricePerT: "price_per_t",
});

export const insertLimeProduct = (client: Client, practiceId: string, product: LimeProduct): Promise<void> =>
  limeTable.insert(client, { practice_id: practiceId }, product);
