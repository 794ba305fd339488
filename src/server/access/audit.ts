/** Who changed what: the leaves that changed, from what to what, in the transaction of the change. */

import type { AuditLine, AuditPage } from "../contracts";
import { type Client, rows, type Scope } from "../storage/db";

type Leaves = Record<string, unknown>;

/**
 * Notes a change. What is kept of `before` and `after` are the leaves in which they differ, by path; a thing that is new
 * (before null) or gone (after null) is kept whole.
 */
export async function audit(
  client: Client,
  scope: Scope,
  entity: string,
  entityId: string,
  action: string,
  before: unknown,
  after: unknown,
): Promise<void> {
  const changed = before === null || after === null ? { before, after } : differingLeaves(before, after);
  await client.query(
    "insert into audit (practice_id, user_id, entity, entity_id, action, before, after) values ($1, $2, $3, $4, $5, $6, $7)",
    [
      scope.practiceId,
      scope.userId,
      entity,
      entityId,
      action,
      changed.before === null ? null : JSON.stringify(changed.before),
      changed.after === null ? null : JSON.stringify(changed.after),
    ],
  );
}

/**
 * The leaves in which two things differ, by path; absent ones are left out on their side.
 *
 * Example: { a: 1, b: { c: 2 } } and { a: 1, b: { c: 3 } } give before { "b/c": 2 } and after { "b/c": 3 }.
 */
export function differingLeaves(before: unknown, after: unknown): { before: Leaves; after: Leaves } {
  const found = { before: {} as Leaves, after: {} as Leaves };
  const walk = (path: string, a: unknown, b: unknown) => {
    if (isTree(a) && isTree(b)) {
      for (const key of new Set([...Object.keys(a), ...Object.keys(b)]))
        walk(path ? `${path}/${key}` : key, a[key], b[key]);
      return;
    }
    if (JSON.stringify(a) === JSON.stringify(b)) return;
    if (a !== undefined) found.before[path] = a;
    if (b !== undefined) found.after[path] = b;
  };
  walk("", before, after);
  return found;
}

const isTree = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

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
    `select to_char(a.at, 'YYYY-MM-DD HH24:MI') as at, a.person, a.action, a.entity, a.before, a.after from audit a where a.practice_id = $1 and a.entity = $2 and a.entity_id = $3 order by a.id desc limit $4`,
    [scope.practiceId, entity, entityId, limit],
  );
}

/** The latest changes of the whole practice, or those before a line; for its owner. */
export async function auditPage(client: Client, scope: Scope, before: number | null, limit = 200): Promise<AuditPage> {
  const lines = await rows<AuditPage["lines"][number]>(
    client,
    `select a.id, to_char(a.at, 'YYYY-MM-DD HH24:MI') as at, a.person, a.entity, a.entity_id as "entityId", a.action, a.before, a.after
     from audit a where a.practice_id = $1 and ($2::bigint is null or a.id < $2) order by a.id desc limit $3`,
    [scope.practiceId, before, limit],
  );
  return { lines, more: lines.length === limit ? (lines.at(-1)?.id ?? null) : null };
}
