/** What was counted of weeds, pests and diseases in the fields. */

import type { ScoutLine } from "@/core/plan/facts";
import type { ScoutVisit } from "@/core/records/scout-visit";
import { type Access, Refused } from "./access";
import { audit } from "./audit";
import { type Client, hold, isId, row, rows, type Scope } from "./db";

/** Visits of plans, the newest first. */
export const loadScouting = (
  client: Client,
  { practiceId }: Pick<Scope, "practiceId">,
  planIds: string[],
): Promise<(ScoutLine & { planId: string })[]> =>
  rows<ScoutLine & { planId: string }>(
    client,
    `select plan_id as "planId", id, threat_id as "threatId", day, counts, threshold::float8 as threshold, note, person
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
  if (await row(client, "select 1 from scout_visit where practice_id = $1 and id = $2", [practiceId, visit.id])) return;
  await client.query(
    "insert into scout_visit (practice_id, id, plan_id, threat_id, day, counts, threshold, note, user_id) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)",
    [
      practiceId,
      visit.id,
      visit.planId,
      visit.threatId,
      visit.day,
      JSON.stringify(visit.counts),
      visit.threshold,
      visit.note,
      access.userId,
    ],
  );
  await audit(client, access, "log", visit.planId, `counted ${visit.threatId}`, null, { counts: visit.counts });
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
