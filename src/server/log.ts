/** What was done in the field. An entry is sent once or more with the id that the device gave it and counts once. */

import type { LogEntry } from "@/core/records/log-entry";
import type { Access } from "./access";
import { Refused } from "./access";
import { audit } from "./audit";
import { type Client, isId, row } from "./db";

/** Logs an operation as done. Refuses the future, an unknown plan and an operation that was logged before. */
export async function logOperation(client: Client, access: Access, input: LogEntry): Promise<void> {
  if (input.doneOn > access.today)
    throw new Refused(403, `Done on: ${input.doneOn} given, allowed is up to today (${access.today}).`);
  const plan = await row(client, "select 1 from plan where practice_id = $1 and id = $2", [
    access.practiceId,
    input.planId,
  ]);
  if (!plan) throw new Refused(404, "There is no such plan.");
  const same = await row(client, "select 1 from log_entry where practice_id = $1 and id = $2", [
    access.practiceId,
    input.id,
  ]);
  if (same) return;
  const done = await row<{ done_on: string; name: string }>(
    client,
    `select l.done_on, coalesce(u.name, l.user_id) as name from log_entry l left join "user" u on u.id = l.user_id where l.practice_id = $1 and l.plan_id = $2 and l.operation_id = $3 and l.withdrawn_at is null`,
    [access.practiceId, input.planId, input.operationId],
  );
  if (done)
    throw new Refused(403, `${done.name} has logged this already, done on ${done.done_on}. Withdraw that entry first.`);
  await client.query(
    "insert into log_entry (practice_id, id, plan_id, operation_id, done_on, quantity_per_ha, note, user_id) values ($1, $2, $3, $4, $5, $6, $7, $8)",
    [
      access.practiceId,
      input.id,
      input.planId,
      input.operationId,
      input.doneOn,
      input.quantityPerHa,
      input.note,
      access.userId,
    ],
  );
  await audit(client, access, "log", input.planId, `logged ${input.operationId}`, null, input);
}

/** Takes an entry back; it stays in the books as withdrawn. */
export async function withdrawLog(client: Client, access: Access, planId: string, operationId: string): Promise<void> {
  if (!isId(planId)) throw new Refused(404, "There is no such plan.");
  const withdrawn = await row<{ id: string }>(
    client,
    "update log_entry set withdrawn_at = now() where practice_id = $1 and plan_id = $2 and operation_id = $3 and withdrawn_at is null returning id",
    [access.practiceId, planId, operationId],
  );
  if (!withdrawn) throw new Refused(404, "There is no such entry.");
  await audit(client, access, "log", planId, `withdrew ${operationId}`, { id: withdrawn.id }, null);
}
