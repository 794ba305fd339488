import { type Client, rows, type Scope } from "./db";

/** Notes who changed what, in the transaction of the change. */
export async function audit(
  client: Client,
  scope: Scope,
  entity: string,
  entityId: string,
  action: string,
  before: unknown,
  after: unknown,
): Promise<void> {
  await client.query(
    "insert into audit (practice_id, user_id, entity, entity_id, action, before, after) values ($1, $2, $3, $4, $5, $6, $7)",
    [
      scope.practiceId,
      scope.userId,
      entity,
      entityId,
      action,
      before === null ? null : JSON.stringify(before),
      after === null ? null : JSON.stringify(after),
    ],
  );
}

export interface AuditLine {
  at: string;
  person: string;
  action: string;
  entity: string;
}

/** The latest changes of one thing. */
export async function auditOf(
  client: Client,
  scope: Scope,
  entity: string,
  entityId: string,
  limit = 20,
): Promise<AuditLine[]> {
  return rows<AuditLine>(
    client,
    `select to_char(a.at, 'YYYY-MM-DD HH24:MI') as at, coalesce(u.name, a.user_id) as person, a.action, a.entity from audit a left join "user" u on u.id = a.user_id where a.practice_id = $1 and a.entity = $2 and a.entity_id = $3 order by a.id desc limit $4`,
    [scope.practiceId, entity, entityId, limit],
  );
}
