/** What was counted of weeds, pests and diseases in the fields. */

import type { ScoutLine } from "@/core/plan/facts";
import type { Boundary } from "@/core/records/land/boundary-measures";
import { LEAST_PHOTO_BYTES, MOST_PHOTO_BYTES } from "@/core/records/notes/photo-limits";
import { type ScoutWalk, scoutWalk } from "@/core/records/notes/sampling-plan";
import type { ScoutPhoto } from "@/core/records/notes/scout-photo";
import type { ScoutVisit } from "@/core/records/notes/scout-visit";
import { type Access, Refused } from "../access/access";
import { audit } from "../access/audit";
import { type Client, hold, isId, row, rows, type Scope } from "../storage/db";
import { sentBefore } from "../storage/sent-before";
import { pictureOnly } from "./jpeg";

/** Visits of plans, the newest first. */
export const loadScouting = (
  client: Client,
  { practiceId }: Pick<Scope, "practiceId">,
  planIds: string[],
): Promise<(ScoutLine & { planId: string })[]> =>
  rows<ScoutLine & { planId: string }>(
    client,
    `select plan_id as "planId", id, threat_id as "threatId", day, counts, threshold::float8 as threshold, note, person,
       array(select p.id from scout_photo p where p.practice_id = scout_visit.practice_id and p.visit_id = scout_visit.id order by p.at) as photos
     from scout_visit where practice_id = $1 and plan_id = any($2::uuid[]) and withdrawn_at is null order by day desc, at desc`,
    [practiceId, planIds],
  );

/** Keeps a visit's counts. Refuses a plan that this person does not see, and days that are not yet. The same visit counts once. */
export async function noteVisit(client: Client, access: Access, visit: ScoutVisit): Promise<void> {
  const { practiceId } = access;
  await hold(client, `${practiceId} scout ${visit.planId}`);
  const plan = await row(client, "select 1 from plan where practice_id = $1 and id = $2", [practiceId, visit.planId]);
  if (!plan) throw new Refused(404, "There is no such plan.");
  if (visit.day > access.today)
    throw new Refused(422, `Day: ${visit.day} given, allowed is up to today (${access.today}).`);
  const counts = JSON.stringify(visit.counts);
  const { planId, threatId, day, threshold, note } = visit;
  const sent = { plan_id: planId, threat_id: threatId, day, counts, threshold, note };
  if (await sentBefore(client, "scout_visit", practiceId, visit.id, sent)) return;
  await client.query(
    "insert into scout_visit (practice_id, id, plan_id, threat_id, day, counts, threshold, note, user_id) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)",
    [practiceId, visit.id, planId, threatId, day, counts, threshold, note, access.userId],
  );
  await audit(client, access, "log", visit.planId, `counted ${visit.threatId}`, null, { counts: visit.counts });
}

/** Keeps a photo of a visit, stripped to its picture. Refuses what is no JPEG and visits that this person does not see; the same counts once. */
export async function keepPhoto(client: Client, access: Access, { id, visitId, jpeg }: ScoutPhoto): Promise<void> {
  const { practiceId } = access;
  const visit = await row<{ planId: string; threatId: string }>(
    client,
    `select plan_id as "planId", threat_id as "threatId" from scout_visit where practice_id = $1 and id = $2 and withdrawn_at is null`,
    [practiceId, visitId],
  );
  if (!visit) throw new Refused(404, "There is no such visit.");
  const picture = await pictureOnly(Buffer.from(jpeg, "base64"));
  if (!picture || picture.length < LEAST_PHOTO_BYTES)
    throw new Refused(422, "Photo: a file that is no JPEG given, allowed is a JPEG.");
  if (picture.length > MOST_PHOTO_BYTES)
    throw new Refused(413, `Photo: ${picture.length} bytes given, allowed are ${MOST_PHOTO_BYTES}.`);
  if (await sentBefore(client, "scout_photo", practiceId, id, { visit_id: visitId })) return;
  await client.query(
    `insert into scout_photo (practice_id, id, plan_id, visit_id, jpeg, user_id) values ($1, $2, $3, $4, $5, $6)`,
    [practiceId, id, visit.planId, visitId, Buffer.from(picture), access.userId],
  );
  await audit(client, access, "log", visit.planId, `kept a photo of ${visit.threatId}`, null, { id });
}

/** The bytes of a photo. */
export async function loadPhoto(client: Client, { practiceId }: Access, id: string): Promise<Buffer> {
  const found =
    isId(id) &&
    (await row<{ jpeg: Buffer }>(client, "select jpeg from scout_photo where practice_id = $1 and id = $2", [
      practiceId,
      id,
    ]));
  if (!found) throw new Refused(404, "There is no such photo.");
  return found.jpeg;
}

/** Where to walk on the field of a plan, with so many places; null where it has no boundary. Refuses a plan that this person does not see. */
export async function walkOf(
  client: Client,
  { practiceId }: Access,
  planId: string,
  places: number,
): Promise<ScoutWalk | null> {
  const found =
    isId(planId) &&
    (await row<{ boundary: Boundary | null }>(
      client,
      `select f.boundary from plan p join field f on f.practice_id = p.practice_id and f.id = p.field_id
       where p.practice_id = $1 and p.id = $2`,
      [practiceId, planId],
    ));
  if (!found) throw new Refused(404, "There is no such plan.");
  if (!found.boundary) return null;
  const walk = scoutWalk(found.boundary, places);
  if (!walk.ok) throw new Refused(422, walk.errors.map((e) => e.message).join("; "));
  return walk.value;
}

/** Takes a visit back; it stays in the books as withdrawn. */
export async function withdrawVisit(client: Client, access: Access, id: string): Promise<void> {
  const withdrawn =
    isId(id) &&
    (await row<{ planId: string; threatId: string }>(
      client,
      `update scout_visit set withdrawn_at = now() where practice_id = $1 and id = $2 and withdrawn_at is null
       returning plan_id as "planId", threat_id as "threatId"`,
      [access.practiceId, id],
    ));
  if (!withdrawn) throw new Refused(404, "There is no such visit.");
  await audit(client, access, "log", withdrawn.planId, `took back counts of ${withdrawn.threatId}`, { id }, null);
}
