import { type GrownCrop, grownCropRecord } from "@/core/records/land/grown-crop";
import { type Client, rows, type Scope } from "../storage/db";
import { recordTable } from "./record-table";

export const grownCropTable = recordTable("crop_history", grownCropRecord, {
  season: "season",
  crop: "crop",
  kindId: "kind_id",
  productId: "product_id",
  yieldTPerHa: "yield_t_per_ha",
  harvestOn: "harvest_on",
  harvested: "harvested",
  residueTaken: "residue_taken",
});

/** What has grown on fields, the newest first, by field. */
export async function loadGrownCrops(
  client: Client,
  scope: Scope,
  fieldIds: string[],
): Promise<Map<string, (GrownCrop & { id: string })[]>> {
  const found = await rows<Record<string, unknown> & { id: string; fieldId: string }>(
    client,
    `select h.id, h.field_id as "fieldId", ${grownCropTable.select("h")} from crop_history h
     where h.practice_id = $1 and h.field_id = any($2::uuid[]) and h.retired_at is null order by h.season desc, h.harvest_on desc nulls first`,
    [scope.practiceId, fieldIds],
  );
  const byField = new Map<string, (GrownCrop & { id: string })[]>();
  for (const r of found) {
    const own = byField.get(r.fieldId) ?? [];
    own.push({ id: r.id, ...grownCropTable.parse(r) });
    byField.set(r.fieldId, own);
  }
  return byField;
}

export const insertGrownCrop = (client: Client, practiceId: string, fieldId: string, grown: GrownCrop): Promise<void> =>
  grownCropTable.insert(client, { practice_id: practiceId, field_id: fieldId }, grown);
