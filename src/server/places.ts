/**
 * Where each plan lies: its field, farm and grower, and its last issued version. Simple queries of one table each, put
 * together here: joins under row-level security are planned badly until the database has looked at fresh rows.
 */

import { type Client, rows, type Scope } from "./db";

export interface Place {
  field: string;
  areaHa: number;
  farmId: string;
  farm: string;
  grower: string;
  /** last issued version; null where none is */
  version: number | null;
}

/** A field, or the part of it that a planting has. */
export const placeName = (field: string, part: string): string => (part ? `${field}, ${part}` : field);

/** Places of chosen drafts by plan, of one season or of all. */
export async function loadPlaces(client: Client, scope: Scope, season?: number): Promise<Map<string, Place>> {
  const key = [scope.practiceId];
  const [plans, parts, fields, farms, growers, versions] = await Promise.all([
    rows<{ id: string; fieldId: string; plantingId: string }>(
      client,
      `select id, field_id as "fieldId", planting_id as "plantingId" from plan where practice_id = $1 and chosen and ($2::int is null or season = $2)`,
      [scope.practiceId, season ?? null],
    ),
    rows<{ id: string; part: string; areaHa: number }>(
      client,
      `select id, part, area_ha as "areaHa" from planting where practice_id = $1 and area_ha is not null`,
      key,
    ),
    rows<{ id: string; name: string; areaHa: number; farmId: string }>(
      client,
      `select id, name, area_ha as "areaHa", farm_id as "farmId" from field where practice_id = $1`,
      key,
    ),
    rows<{ id: string; name: string; growerId: string }>(
      client,
      `select id, name, grower_id as "growerId" from farm where practice_id = $1`,
      key,
    ),
    rows<{ id: string; name: string }>(client, "select id, name from grower where practice_id = $1", key),
    rows<{ planId: string; version: number }>(
      client,
      `select plan_id as "planId", max(number) as version from plan_version where practice_id = $1 group by 1`,
      key,
    ),
  ]);
  const fieldOf = new Map(fields.map((f) => [f.id, f]));
  const farmOf = new Map(farms.map((f) => [f.id, f]));
  const partOf = new Map(parts.map((p) => [p.id, p]));
  const growerOf = new Map(growers.map((g) => [g.id, g.name]));
  const versionOf = new Map(versions.map((v) => [v.planId, v.version]));
  const places = new Map<string, Place>();
  for (const plan of plans) {
    const field = fieldOf.get(plan.fieldId);
    const farm = field && farmOf.get(field.farmId);
    if (!field || !farm) continue;
    const part = partOf.get(plan.plantingId);
    places.set(plan.id, {
      field: placeName(field.name, part?.part ?? ""),
      areaHa: part?.areaHa ?? field.areaHa,
      farmId: farm.id,
      farm: farm.name,
      grower: growerOf.get(farm.growerId) ?? "",
      version: versionOf.get(plan.id) ?? null,
    });
  }
  return places;
}
