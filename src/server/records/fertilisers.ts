import { type Fertiliser, fertiliserRecord } from "@/core/records/inputs/fertiliser";
import type { Client } from "../storage/db";
import { amountRows, recordTable } from "./record-table";

export const fertiliserTable = recordTable(
  "fertiliser",
  fertiliserRecord,
  {
    id: "id",
    name: "name",
    pricePerT: "price_per_t",
    bagKg: "bag_kg",
    nForm: "n_form",
    containsChloride: "contains_chloride",
    organic: "organic",
  },
  amountRows("contents", "fertiliser_content", "fertiliser_id", "nutrient", "pct"),
);

export const insertFertiliser = (client: Client, practiceId: string, fertiliser: Fertiliser): Promise<void> =>
  fertiliserTable.insert(client, { practice_id: practiceId }, fertiliser);
