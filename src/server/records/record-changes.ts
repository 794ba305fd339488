import type { KindId } from "@/core/records/describe";
import type { RecordChangeLine } from "../contracts";
import { type Client, rows, type Scope } from "../storage/db";

/** The latest changes of a record: the values that changed, from what to what. */
export function recordChanges(
  client: Client,
  scope: Scope,
  kindId: KindId,
  id: string,
  limit = 30,
): Promise<RecordChangeLine[]> {
  return rows<RecordChangeLine>(
    client,
    `select to_char(a.at, 'YYYY-MM-DD HH24:MI') as at, a.person, a.action, a.before, a.after from audit a
     where a.practice_id = $1 and a.entity = $2 and a.entity_id = $3 order by a.id desc limit $4`,
    [scope.practiceId, kindId, id, limit],
  );
}
