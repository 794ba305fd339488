import { type GrownCrop, grownCropRecord } from "@/core/records/grown-crop";
import { type Client, rows, type Scope } from "../db";
import { recordTable } from "./record-table";

const table = recordTable("crop_history", grownCropRecord, {
  season: "season",
  crop: "crop",
  yieldTPerHa: "yield_t_per_ha",
  harvestOn: "harvest_on",
  harvested: "harvested",
});

/** What has grown on fields, the newest first, by field. */
export async function loadGrownCrops(
  client: Client,
  scope: Scope,
  fieldIds: string[],
): Promise<Map<string, GrownCrop[]>> {
  const found = await rows<Record<string, unknown> & { fieldId: string }>(
    client,
    `select h.field_id as "fieldId", ${table.select("h")} from crop_history h
     where h.practice_id = $1 and h.field_id = any($2::uuid[]) order by h.season desc, h.harvest_on desc nulls first`,
    [scope.practiceId, fieldIds],
  );
  const byField = new Map<string, GrownCrop[]>();
  for (const r of found) {
    const own = byField.get(r.fieldId) ?? [];
    own.push(table.parse(r));
    byField.set(r.fieldId, own);
  }
  return byField;
}

export const insertGrownCrop = (client: Client, practiceId: string, fieldId: string, grown: GrownCrop): Promise<void> =>
  table.insert(client, { practice_id: practiceId, field_id: fieldId }, grown);
