/** What was found of the signs of ripeness in the fields. */

import type { RipenessLine } from "@/core/plan/facts";
import type { RipenessLook } from "@/core/records/notes/ripeness-look";
import { type Access, Refused } from "../access/access";
import { audit } from "../access/audit";
import { type Client, hold, isId, row, rows, type Scope } from "../storage/db";
import { sentBefore } from "../storage/sent-before";

/** Looks of plans, the newest first. */
export const loadRipeness = (
  client: Client,
  { practiceId }: Pick<Scope, "practiceId">,
  planIds: string[],
): Promise<(RipenessLine & { planId: string })[]> =>
  rows<RipenessLine & { planId: string }>(
    client,
    `select plan_id as "planId", id, day, seen, moisture_pct::float8 as "moisturePct", note, person from ripeness_look
     where practice_id = $1 and plan_id = any($2::uuid[]) and withdrawn_at is null order by day desc, at desc`,
    [practiceId, planIds],
  );

/** Keeps a look. Refuses a plan that this person does not see, and days that are not yet. The same look counts once. */
export async function noteRipeness(client: Client, access: Access, look: RipenessLook): Promise<void> {
  const { practiceId } = access;
  await hold(client, `${practiceId} ripeness ${look.planId}`);
  const plan = await row(client, "select 1 from plan where practice_id = $1 and id = $2", [practiceId, look.planId]);
  if (!plan) throw new Refused(404, "There is no such plan.");
  if (look.day > access.today)
    throw new Refused(422, `Day: ${look.day} given, allowed is up to today (${access.today}).`);
  const { planId, day, moisturePct, note } = look;
  const seen = JSON.stringify(look.seen);
  const sent = { plan_id: planId, day, seen, moisture_pct: moisturePct, note };
  if (await sentBefore(client, "ripeness_look", practiceId, look.id, sent)) return;
  await client.query(
    "insert into ripeness_look (practice_id, id, plan_id, day, seen, moisture_pct, note, user_id) values ($1, $2, $3, $4, $5, $6, $7, $8)",
    [practiceId, look.id, planId, day, seen, moisturePct, note, access.userId],
  );
  await audit(client, access, "log", look.planId, "looked at ripeness", null, {
    seen: look.seen,
    moisturePct: look.moisturePct,
  });
}

/** Takes a look back; it stays in the books as withdrawn. */
export async function withdrawRipeness(client: Client, access: Access, id: string): Promise<void> {
  const withdrawn =
    isId(id) &&
    (await row<{ planId: string }>(
      client,
      `update ripeness_look set withdrawn_at = now() where practice_id = $1 and id = $2 and withdrawn_at is null returning plan_id as "planId"`,
      [access.practiceId, id],
    ));
  if (!withdrawn) throw new Refused(404, "There is no such look.");
  await audit(client, access, "log", withdrawn.planId, "took back a look at ripeness", { id }, null);
}
