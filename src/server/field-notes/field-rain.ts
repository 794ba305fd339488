/** Rain in the fields' own gauges. */

import type { RainReading } from "@/core/records/notes/rain-reading";
import { type Access, Refused } from "../access/access";
import { audit } from "../access/audit";
import type { FieldName } from "../contracts";
import { type Client, hold, isId, row, rows, type Scope } from "../storage/db";
import { sentBefore } from "../storage/sent-before";

/** Readings of fields by field, the oldest first. */
export async function loadRain(
  client: Client,
  scope: Scope,
  fieldIds: string[],
): Promise<{ fieldId: string; day: string; rainMm: number }[]> {
  return rows(
    client,
    `select field_id as "fieldId", day, rain_mm as "rainMm" from field_rain
     where practice_id = $1 and field_id = any($2::uuid[]) and withdrawn_at is null order by day`,
    [scope.practiceId, fieldIds],
  );
}

/** Fields that are watered, by name: those whose rain is worth a gauge. */
export function wateredFields(client: Client, scope: Scope): Promise<FieldName[]> {
  return rows<FieldName>(
    client,
    `select f.id as "fieldId", null as "planId", f.name, fa.name as farm from field f
     join farm fa on fa.practice_id = f.practice_id and fa.id = f.farm_id
     where f.practice_id = $1 and f.irrigated and f.retired_at is null order by f.name, fa.name`,
    [scope.practiceId],
  );
}

/** Notes a day's rain; a reading of the day before it is kept as withdrawn. Refuses the future and a field that is not there. */
export async function noteRain(client: Client, access: Access, reading: RainReading): Promise<void> {
  const { practiceId } = access;
  await hold(client, `${practiceId} rain ${reading.fieldId}`);
  const field = await row<{ name: string }>(client, "select name from field where practice_id = $1 and id = $2", [
    practiceId,
    reading.fieldId,
  ]);
  if (!field) throw new Refused(404, "There is no such field.");
  if (reading.day > access.today)
    throw new Refused(422, `Day: ${reading.day} given, allowed is up to today (${access.today}).`);
  const { id, fieldId, day, rainMm } = reading;
  if (await sentBefore(client, "field_rain", practiceId, id, { field_id: fieldId, day, rain_mm: rainMm })) return;
  await client.query(
    "update field_rain set withdrawn_at = now() where practice_id = $1 and field_id = $2 and day = $3 and withdrawn_at is null",
    [practiceId, reading.fieldId, reading.day],
  );
  await client.query(
    "insert into field_rain (practice_id, id, field_id, day, rain_mm, user_id) values ($1, $2, $3, $4, $5, $6)",
    [practiceId, reading.id, reading.fieldId, reading.day, reading.rainMm, access.userId],
  );
  await audit(client, access, "rain", reading.fieldId, `rain of ${reading.day}`, null, { rainMm: reading.rainMm });
}

/** Takes a day's reading back; it stays in the books as withdrawn. */
export async function withdrawRain(client: Client, access: Access, fieldId: string, day: string): Promise<void> {
  const withdrawn =
    isId(fieldId) &&
    /^\d{4}-\d{2}-\d{2}$/.test(day) &&
    (await row<{ id: string }>(
      client,
      "update field_rain set withdrawn_at = now() where practice_id = $1 and field_id = $2 and day::text = $3 and withdrawn_at is null returning id",
      [access.practiceId, fieldId, day],
    ));
  if (!withdrawn) throw new Refused(404, "There is no such reading.");
  await audit(client, access, "rain", fieldId, `took back the rain of ${day}`, { id: withdrawn.id }, null);
}
