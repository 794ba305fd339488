import { type FieldRecord, fieldRecord } from "@/core/records/field";
import type { Client } from "../db";
import { recordTable } from "./record-table";

export const fieldTable = recordTable("field", fieldRecord, {
  name: "name",
  areaHa: "area_ha",
  boundary: "boundary",
  textureClass: "texture_class",
  drainage: "drainage",
  compactionDepthCm: "compaction_depth_cm",
  irrigated: "irrigated",
  note: "note",
});

export const insertField = (
  client: Client,
  practiceId: string,
  id: string,
  farmId: string,
  field: FieldRecord,
): Promise<void> => fieldTable.insert(client, { practice_id: practiceId, id, farm_id: farmId }, field);
