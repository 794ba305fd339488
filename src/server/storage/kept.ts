/**
 * What a process may keep of a practice between requests: what follows from its records alone, until the count of their
 * changes moves on. The count stands in the database, and is ticked by triggers in the transaction that changes something:
 * every process sees the change with its commit.
 */

import { type Client, row, rows, type Scope } from "./db";

/** Parts of a practice whose changes are counted; what belongs to them stands with the triggers. */
export type Part = "ground" | "catalogue" | "records";
/** Practices whose parts a process keeps. */
const MOST = 20;
/** Of things that are kept one by one, so many of a practice. */
const MOST_EACH = 1000;

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

/** How far the changes of all parts have come: while it stays the same, so does everything that follows from records. */
async function wholeClock(client: Client, { practiceId }: Scope): Promise<string> {
  const parts = await rows<{ at: string }>(
    client,
    "select part || n || '.' || xmin as at from practice_clock where practice_id = $1 order by part",
    [practiceId],
  );
  return parts.map((p) => p.at).join(" ");
}

/** Keeps the last thing made for each of the practices that were asked for lately. */
function byPractice<T>(): { get(id: string): T | undefined; put(id: string, value: T): void } {
  const kept = new Map<string, T>();
  return {
    get: (id) => kept.get(id),
    put: (id, value) => {
      kept.delete(id);
      kept.set(id, value);
      if (kept.size > MOST) kept.delete(kept.keys().next().value as string);
    },
  };
}

/**
 * The same as `read`, but what was read is kept until something of that part changes. Growers see a part of a practice:
 * for them it is read each time. What is given is shared: it is not to be changed.
 */
export function keptUntilChange<T>(
  part: Part,
  read: (client: Client, scope: Scope) => Promise<T>,
): (client: Client, scope: Scope) => Promise<T> {
  const kept = byPractice<{ at: string; value: T }>();
  return async (client, scope) => {
    if (scope.growerId !== null) return read(client, scope);
    const { practiceId } = scope;
    // before what it counts: what is changed in between is read anew next time
    const at = await partClock(client, scope, part);
    const before = kept.get(practiceId);
    const value = before?.at === at ? before.value : await read(client, scope);
    kept.put(practiceId, { at, value });
    return value;
  };
}

/**
 * The same as `read`, but each thing that was read is kept by its id until something of any part changes: only what is not
 * there is read. What `read` leaves out is not kept. For growers all is read each time. What is given is not to be changed.
 */
export function keptEachUntilChange<S extends Scope, A extends { id: string }, T>(
  read: (client: Client, scope: S, asked: A[]) => Promise<Map<string, T>>,
): (client: Client, scope: S, asked: A[]) => Promise<Map<string, T>> {
  const kept = byPractice<{ at: string; values: Map<string, T> }>();
  return async (client, scope, asked) => {
    if (scope.growerId !== null || asked.length === 0) return read(client, scope, asked);
    const at = await wholeClock(client, scope);
    const before = kept.get(scope.practiceId);
    const values = before?.at === at ? before.values : new Map<string, T>();
    const missing = asked.filter((a) => !values.has(a.id));
    const found = missing.length > 0 ? await read(client, scope, missing) : new Map<string, T>();
    const result = new Map<string, T>();
    for (const { id } of asked) {
      const value = values.get(id) ?? found.get(id);
      if (value !== undefined) result.set(id, value);
    }
    for (const [id, value] of found) values.set(id, value);
    for (const id of values.keys()) {
      if (values.size <= MOST_EACH) break;
      values.delete(id);
    }
    kept.put(scope.practiceId, { at, values });
    return result;
  };
}
