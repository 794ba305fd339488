/**
 * What a process may keep of a practice between requests: what follows from its records alone, until the count of their
 * changes moves on. The count stands in the database, and is ticked by triggers in the transaction that changes something:
 * every process sees the change with its commit.
 */

import { type Client, row, type Scope } from "./db";

/** Parts of a practice whose changes are counted; what belongs to them stands with the triggers. */
export type Part = "ground" | "catalogue";
/** Practices whose parts a process keeps. */
const MOST = 20;

/**
 * How far the changes of a part have come, with the transaction that counted last: what one saw that was then undone is
 * never taken for what another one has committed under the same count.
 */
export async function partClock(client: Client, { practiceId }: Scope, part: Part): Promise<string> {
  const clock = await row<{ at: string }>(
    client,
    "select n || '.' || xmin as at from practice_clock where practice_id = $1 and part = $2",
    [practiceId, part],
  );
  return clock?.at ?? "";
}

/**
 * The same as `read`, but what was read is kept until something of that part changes. Growers see a part of a practice:
 * for them it is read each time. What is given is shared: it is not to be changed.
 */
export function keptUntilChange<T>(
  part: Part,
  read: (client: Client, scope: Scope) => Promise<T>,
): (client: Client, scope: Scope) => Promise<T> {
  const kept = new Map<string, { at: string; value: T }>();
  return async (client, scope) => {
    if (scope.growerId !== null) return read(client, scope);
    const { practiceId } = scope;
    // before what it counts: what is changed in between is read anew next time
    const at = await partClock(client, scope, part);
    const before = kept.get(practiceId);
    const value = before?.at === at ? before.value : await read(client, scope);
    kept.delete(practiceId);
    kept.set(practiceId, { at, value });
    if (kept.size > MOST) kept.delete(kept.keys().next().value as string);
    return value;
  };
}
