import { type Fertiliser, fertiliserRecord } from "@/core/records/fertiliser";
import { type Client, rows, type Scope } from "../db";
import { recordTable } from "./record-table";

const table = recordTable("fertiliser", fertiliserRecord, {
  id: "id",
  name: "name",
  pricePerT: "price_per_t",
  bagKg: "bag_kg",
  nForm: "n_form",
  containsChloride: "contains_chloride",
  organic: "organic",
});

export async function loadFertilisers(client: Client, scope: Scope): Promise<Fertiliser[]> {
  const found = await rows<Record<string, unknown>>(
    client,
    `select ${table.select("f")}, coalesce((select jsonb_object_agg(c.nutrient, c.pct) from fertiliser_content c
       where c.practice_id = f.practice_id and c.fertiliser_id = f.id), '{}') as contents
     from fertiliser f where f.practice_id = $1 order by f.name`,
    [scope.practiceId],
  );
  return found.map(table.parse);
}

export async function insertFertiliser(client: Client, practiceId: string, fertiliser: Fertiliser): Promise<void> {
  await table.insert(client, { practice_id: practiceId }, fertiliser);
  await client.query(
    `insert into fertiliser_content (practice_id, fertiliser_id, nutrient, pct)
     select $1, $2, key, value::numeric from jsonb_each_text($3) where value::numeric > 0`,
    [practiceId, fertiliser.id, JSON.stringify(fertiliser.contents)],
  );
}
