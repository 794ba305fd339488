/** Secret calendar addresses that a calendar program can subscribe to without signing in; only a hash is kept. */

import { createHash, randomBytes } from "node:crypto";
import { tellAll } from "@/core/units/told";
import type { UnitSet } from "@/core/units/units";
import { practiceWords } from "@/core/units/words";
import { type Access, Refused } from "../access/access";
import { audit } from "../access/audit";
import type { FeedLine } from "../contracts";
import { type CalendarOperation, writeEvents } from "../documents/calendar";
import { asFeed, type Client, hold, inPractice, isId, row, rows, type Scope } from "../storage/db";

/** Addresses that a person may have at once. */
const MOST_FEEDS = 20;

const hashOf = (token: string) => createHash("sha256").update(token).digest("hex");

/** One's own addresses that still stand. */
export function listFeeds(client: Client, scope: Scope): Promise<FeedLine[]> {
  return rows<FeedLine>(
    client,
    `select id, name, to_char(created_at, 'YYYY-MM-DD') as "createdAt", to_char(last_read_at, 'YYYY-MM-DD HH24:MI') as "lastReadAt"
     from calendar_feed where practice_id = $1 and user_id = $2 and revoked_at is null order by created_at desc`,
    [scope.practiceId, scope.userId],
  );
}

/** A new address; its secret is given out here and never again. */
export async function createFeed(client: Client, access: Access, name: string): Promise<{ token: string }> {
  await hold(client, access.userId);
  const standing = await listFeeds(client, access);
  if (standing.length >= MOST_FEEDS)
    throw new Refused(
      422,
      `You have ${standing.length} calendar addresses; allowed are ${MOST_FEEDS}. End one of them first.`,
    );
  const token = randomBytes(24).toString("base64url");
  await client.query(
    "insert into calendar_feed (practice_id, token_hash, user_id, grower_id, name) values ($1, $2, $3, $4, $5)",
    [access.practiceId, hashOf(token), access.userId, access.growerId, name],
  );
  await audit(client, access, "calendar", access.userId, `made the calendar address "${name}"`, null, { name });
  return { token };
}

/** Ends an address: from now on it answers as one that never was. */
export async function revokeFeed(client: Client, access: Access, id: string): Promise<void> {
  const revoked = isId(id)
    ? await row<{ name: string }>(
        client,
        "update calendar_feed set revoked_at = now() where practice_id = $1 and user_id = $2 and id = $3 and revoked_at is null returning name",
        [access.practiceId, access.userId, id],
      )
    : null;
  if (!revoked) throw new Refused(404, "There is no such calendar address.");
  await audit(client, access, "calendar", access.userId, `ended the calendar address "${revoked.name}"`, null, null);
}

/** The calendar of a secret; null for one that is unknown or ended. The person's walls hold: a grower's shows their own. */
export async function readFeed(token: string): Promise<string | null> {
  if (!/^[A-Za-z0-9_-]{32}$/.test(token)) return null;
  const hash = hashOf(token);
  const feed = await asFeed(hash, (client) =>
    row<{ practice_id: string; user_id: string; grower_id: string | null; name: string }>(
      client,
      "select practice_id, user_id, grower_id, name from calendar_feed where token_hash = $1",
      [hash],
    ),
  );
  if (!feed) return null;
  const scope: Scope = { practiceId: feed.practice_id, userId: feed.user_id, growerId: feed.grower_id };
  return inPractice(scope, async (client) => {
    const practice = await row<{
      member: boolean;
      unitSet: UnitSet;
      decimalMark: "point" | "comma";
      currency: string;
      growersUnits: UnitSet | null;
    }>(
      client,
      `select exists (select from membership m where m.practice_id = practice.id and m.user_id = $2) as member, unit_set as "unitSet",
         decimal_mark as "decimalMark", currency, (select g.unit_set from grower g where g.practice_id = practice.id and g.id = $3) as "growersUnits"
       from practice where id = $1`,
      [scope.practiceId, scope.userId, scope.growerId],
    );
    // who has left the practice has left its calendar
    if (!practice?.member) return null;
    await client.query("update calendar_feed set last_read_at = now() where practice_id = $1 and token_hash = $2", [
      scope.practiceId,
      hash,
    ]);
    const operations = await rows<CalendarOperation>(
      client,
      `select o.plan_id as "planId", f.name || case when b.part = '' then '' else ', ' || b.part end as field, fa.name as farm, w.id, w.name, w.detail, w.sheet, w.forbidden, coalesce(mo.moved_to::text, w.date) as date, w.earliest, w.latest, le.done_on::text as "doneOn", w.role, w.inputs, w.cautions, w.condition, coalesce(w.settings, '[]') as settings,
         v.number as version, coalesce(m.n, 0) + coalesce(l.n, 0) + coalesce(s.n, 0) as changes
       from outline_operation o join plan p on p.practice_id = o.practice_id and p.id = o.plan_id
       join planting b on b.practice_id = p.practice_id and b.id = p.planting_id
       join field f on f.practice_id = p.practice_id and f.id = p.field_id
       join farm fa on fa.practice_id = f.practice_id and fa.id = f.farm_id
       join (select practice_id, plan_id, max(number) as number from plan_version where practice_id = $1 group by 1, 2) v on v.practice_id = p.practice_id and v.plan_id = p.id
       left join moved_operation mo on mo.practice_id = p.practice_id and mo.plan_id = p.id and mo.version = v.number and mo.operation_id = o.operation ->> 'id'
       left join log_entry le on le.practice_id = p.practice_id and le.plan_id = p.id and le.operation_id = o.operation ->> 'id' and le.withdrawn_at is null
       left join (select plan_id, version, count(*) as n from moved_operation where practice_id = $1 group by 1, 2) m on m.plan_id = p.id and m.version = v.number
       left join (select plan_id, count(*) + count(withdrawn_at) as n from log_entry where practice_id = $1 group by 1) l on l.plan_id = p.id
       left join (select plan_id, count(*) + count(withdrawn_at) as n from stage_observation where practice_id = $1 group by 1) s on s.plan_id = p.id
       cross join lateral jsonb_to_record(o.operation) as w (id text, name text, detail text, sheet text, "overtakenBy" text, forbidden text, date text, earliest text, latest text, "doneOn" text, role text, inputs jsonb, cautions jsonb, condition jsonb, settings jsonb)
       where o.practice_id = $1 and p.chosen and coalesce(le.done_on::text, mo.moved_to::text, w.date) is not null and w."overtakenBy" is null order by 7`,
      [scope.practiceId],
    );
    const unitSet = practice.growersUnits ?? practice.unitSet;
    const words = practiceWords({ ...practice, unitSet });
    return writeEvents(feed.name, tellAll(operations, words), words);
  });
}
