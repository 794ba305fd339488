/** One pool, and transactions that carry who works in which practice, so that row-level security can hold the walls. */

import { createHash } from "node:crypto";
import pg from "pg";

// dates without a time stay text; numeric and bigint fit a double here (areas, rates, prices in minor units)
pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text);
pg.types.setTypeParser(pg.types.builtins.NUMERIC, Number);
pg.types.setTypeParser(pg.types.builtins.INT8, Number);

const globals = globalThis as unknown as { wheatonomyPool?: pg.Pool };

/** The pool of this process; kept across reloads in development. */
export function pool(): pg.Pool {
  if (!globals.wheatonomyPool) {
    const connectionString = process.env.DATABASE_URL;
    if (!connectionString) throw new Error("DATABASE_URL is not set: run ./start, or set it to a PostgreSQL database");
    globals.wheatonomyPool = new pg.Pool({
      connectionString,
      max: Number(process.env.DATABASE_CONNECTIONS ?? 10),
      connectionTimeoutMillis: 4000,
      idleTimeoutMillis: 30_000,
      // nothing here takes so long by itself: whatever does must not hold its connection for good
      statement_timeout: 20_000,
      // queries are short: compiling one takes longer than any of them
      options: "-c jit=off",
      // what is asked together goes out together: one way to the server and back for all of it
      pipeline: true,
    });
    // a connection that the server drops while idle must not end the process; the next query gets a new one
    globals.wheatonomyPool.on("error", (error) => console.error(`database: ${error.message}`));
    // nor one that it drops at work: whoever waits for an answer is told, and that is all that there is to do
    globals.wheatonomyPool.on("connect", (client) => client.on("error", () => {}));
  }
  return globals.wheatonomyPool;
}

export type Client = pg.PoolClient;

/** Whose rows a transaction may see. */
export interface Scope {
  practiceId: string;
  userId: string;
  growerId: string | null;
}

/** Runs `work` in one transaction inside a practice; rolls back when it throws. */
export async function inPractice<T>(scope: Scope, work: (client: Client) => Promise<T>): Promise<T> {
  const { practiceId, userId, growerId } = scope;
  return transaction({ practice_id: practiceId, user_id: userId, grower_id: growerId ?? "" }, work);
}

/** Runs `work` as a signed-in person who has no practice yet: only their memberships show. */
export async function asPerson<T>(userId: string, work: (client: Client) => Promise<T>): Promise<T> {
  return transaction({ user_id: userId }, work);
}

/** Runs `work` for a calendar program that came with a secret: only the feed of that secret shows. */
export async function asFeed<T>(tokenHash: string, work: (client: Client) => Promise<T>): Promise<T> {
  return transaction({ feed_hash: tokenHash }, work);
}

/** Runs `work` for the worker: it sees which practices there are and their working date, nothing else. */
export async function asWorker<T>(work: (client: Client) => Promise<T>): Promise<T> {
  return transaction({ worker: "on" }, work);
}

/** Runs `work` for whoever comes with an invitation: only that one shows, and what its practice is called. */
export async function asInvited<T>(tokenHash: string, work: (client: Client) => Promise<T>): Promise<T> {
  return transaction({ invitation_hash: tokenHash }, work);
}

/** Runs `work` for somebody who has no account yet: no row of any practice shows. */
export async function asNobody<T>(work: (client: Client) => Promise<T>): Promise<T> {
  return transaction({ practice_id: "" }, work);
}

type Setting = "practice_id" | "user_id" | "grower_id" | "feed_hash" | "invitation_hash" | "worker";

/** Times that a transaction is tried which the database ended because another one stood in its way. */
const TRIES = 4;
/** deadlock detected, could not serialize */
const IN_EACH_OTHERS_WAY = ["40P01", "40001"];

/** One transaction; whom the database picks out of two that wait for each other, it does anew. */
async function transaction<T>(
  settings: Partial<Record<Setting, string>>,
  work: (client: Client) => Promise<T>,
): Promise<T> {
  for (let tried = 1; ; tried++)
    try {
      return await once(settings, work);
    } catch (error) {
      const { code = "" } = error as { code?: string };
      if (tried === TRIES || !IN_EACH_OTHERS_WAY.includes(code)) throw error;
    }
}

/** One transaction with its settings, which go with its begin in one message. */
async function once<T>(settings: Partial<Record<Setting, string>>, work: (client: Client) => Promise<T>): Promise<T> {
  const client = await pool().connect();
  try {
    const set = Object.entries(settings).map(
      ([name, value]) => `set_config('app.${name}', ${client.escapeLiteral(value)}, true)`,
    );
    const begun = client.query(`begin; select ${set.join(", ")}`);
    const [result] = await Promise.all([work(client), begun]);
    await client.query("commit");
    return result;
  } catch (error) {
    await client.query("rollback").catch(() => {});
    throw error;
  } finally {
    client.release();
  }
}

/**
 * Holds something until the end of the transaction: whoever asks for the same waits. Several at once are taken in one
 * order, so that two who want the same do not wait for each other. No right to change a row is needed for it.
 */
export async function hold(client: Client, ...ids: string[]): Promise<void> {
  for (const id of [...new Set(ids)].sort())
    await client.query("select pg_advisory_xact_lock(hashtextextended($1, 0))", [id]);
}

/** Whether a text from outside can be the id of a row. */
export const isId = (text: string): boolean => /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(text);

/** True for a row that stands already under a key that must be its own. */
export const isTaken = (error: unknown): boolean => (error as { code?: string } | null)?.code === "23505";

const names = new Map<string, string>();

/** A query under a name of its own: the server plans it a few times for each connection, then no more. */
function prepared(text: string, values: unknown[]): pg.QueryConfig {
  let name = names.get(text);
  if (name === undefined) {
    name = createHash("sha1").update(text).digest("hex");
    names.set(text, name);
  }
  return { name, text, values };
}

/** The rows of a query with their shape. */
export async function rows<T>(client: Client, text: string, values: unknown[] = []): Promise<T[]> {
  return (await client.query(prepared(text, values))).rows as T[];
}

/** The one row of a query, or null. */
export async function row<T>(client: Client, text: string, values: unknown[] = []): Promise<T | null> {
  return (await rows<T>(client, text, values))[0] ?? null;
}

/** True for errors that mean the database cannot be reached at all. */
export function isDatabaseDown(error: unknown): boolean {
  const { code = "", message = "", cause } = (error ?? {}) as { code?: string; message?: string; cause?: unknown };
  return (
    [
      ...["ECONNREFUSED", "ECONNRESET", "ENOTFOUND", "EPIPE", "ETIMEDOUT"],
      // ended by an administrator, crashed, starting up or shutting down; connection lost
      ...["57P01", "57P02", "57P03", "08000", "08001", "08003", "08006"],
    ].includes(code) ||
    /Connection terminated|Client has encountered a connection error|Client was closed/.test(message) ||
    (cause !== undefined && isDatabaseDown(cause))
  );
}

/** True where there is a database but no room in it for now: no connection free, or a query that took too long. */
export function isBusy(error: unknown): boolean {
  const { code = "", message = "" } = (error ?? {}) as { code?: string; message?: string };
  return ["53300", "57014", "55P03"].includes(code) || /timeout exceeded when trying to connect/.test(message);
}

/** True for a value that the database cannot hold: too large a number, a character that is none, outside of a check. */
export function isBadValue(error: unknown): boolean {
  const { code = "" } = (error ?? {}) as { code?: string };
  return code.startsWith("22") || code === "23514" || code === "23502";
}
