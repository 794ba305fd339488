import { type LimeProduct, limeProductRecord } from "@/core/records/lime-product";
import { type Client, rows, type Scope } from "../db";
import { recordTable } from "./record-table";

const table = recordTable("lime_product", limeProductRecord, {
  id: "id",
  name: "name",
  material: "material",
  neutralisingValuePct: "neutralising_value_pct",
  finenessPct: "fineness_pct",
  pricePerT: "price_per_t",
});

export async function loadLimeProducts(client: Client, scope: Scope): Promise<LimeProduct[]> {
  const found = await rows<Record<string, unknown>>(
    client,
    `select ${table.select("l")} from lime_product l where l.practice_id = $1 order by l.price_per_t`,
    [scope.practiceId],
  );
  return found.map(table.parse);
}

export const insertLimeProduct = (client: Client, practiceId: string, product: LimeProduct): Promise<void> =>
  table.insert(client, { practice_id: practiceId }, product);
