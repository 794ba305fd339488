/**
 * What slows the guessing of passwords: failures lately from an address, of an account, and of an account from an address.
 * An address that fails often is refused for a while; an account that is tried from everywhere answers more slowly, but
 * the right password from elsewhere is let in all the same. A device that has been let in before is counted by itself.
 */

import { createHash } from "node:crypto";
import { pool } from "../storage/db";
import { Refused } from "./access";

const WINDOW_MINUTES = 15;
/** Failures of one account from one address before that pair is refused. */
const MOST_OF_PAIR = 10;
/** Failures from one address, of whatever accounts: an office or a farm may share one. */
const MOST_OF_ADDRESS = 5 * MOST_OF_PAIR;
/** Failures of an account, from wherever, from which on its answers are slowed, and by how much at most [ms]. */
const SLOWED_FROM = MOST_OF_PAIR;
const MOST_DELAY_MS = 3000;

interface Attempt {
  address: string;
  account: string;
  /** that has been let into this account before; null of any other */
  device: string | null;
}
type Verdict =
  | { refused: true; retrySeconds: number }
  | {
      refused: false;
      delayMs: number;
      /** it was right: it counts no more, nor do failures of this account from there */
      right: () => Promise<void>;
      /** nothing was tried after all */
      untried: () => Promise<void>;
    };

const hash = (...parts: string[]) => createHash("sha256").update(parts.join("\n")).digest("base64url");
const keysOf = ({ address, account, device }: Attempt) => {
  const name = account.trim().toLowerCase();
  // neither what others do from its address nor what they do with its account is this device's
  if (device) {
    const own = hash("device", device, name);
    return { pair: own, address: own, account: own };
  }
  return { pair: hash("pair", address, name), address: hash("address", address), account: hash("account", name) };
};

/**
 * Counts an attempt, before anything is checked: a hundred at once are a hundred. What becomes of it follows from those that count
 * with it; one that is refused counts no longer.
 */
export async function beginAttempt(attempt: Attempt): Promise<Verdict> {
  const keys = keysOf(attempt);
  const own = await pool().query<{ at: string }>(
    "insert into sign_in_failure (key) select distinct unnest($1::text[]) returning ctid::text as at",
    [Object.values(keys)],
  );
  const untried = async () => {
    await pool().query("delete from sign_in_failure where ctid = any($1::tid[]) and key = any($2)", [
      own.rows.map((r) => r.at),
      Object.values(keys),
    ]);
  };
  const { rows } = await pool().query<{ key: string; n: number; seconds: number }>(
    `select key, count(*)::int as n, ceil(extract(epoch from min(at) + make_interval(mins => $2) - clock_timestamp()))::int as seconds
     from sign_in_failure where key = any($1) and at > clock_timestamp() - make_interval(mins => $2) group by key`,
    [Object.values(keys), WINDOW_MINUTES],
  );
  const of = (key: string) => rows.find((r) => r.key === key);
  for (const [key, most] of [
    [keys.pair, MOST_OF_PAIR],
    [keys.address, MOST_OF_ADDRESS],
  ] as const) {
    const found = of(key);
    if (!found || found.n <= most) continue;
    await untried();
    return { refused: true, retrySeconds: Math.max(1, found.seconds) };
  }
  await sweep();
  return {
    refused: false,
    delayMs: delayAfter((of(keys.account)?.n ?? 1) - 1),
    untried,
    right: async () => {
      await untried();
      await forgetFailures(attempt);
    },
  };
}

/** Milliseconds by which an account's answer is slowed. Example: 0 up to nine failures, 100 at ten, 200 at eleven, 3000 at most. */
export const delayAfter = (failures: number): number =>
  failures < SLOWED_FROM ? 0 : Math.min(MOST_DELAY_MS, 100 * 2 ** Math.min(10, failures - SLOWED_FROM));

/** Takes those away that count no more. */
const sweep = () =>
  pool().query("delete from sign_in_failure where at < clock_timestamp() - make_interval(mins => $1)", [
    WINDOW_MINUTES,
  ]);

/** Forgets the failures of an account from an address where the right password came at last. */
export async function forgetFailures(attempt: Attempt): Promise<void> {
  await pool().query("delete from sign_in_failure where key = $1", [keysOf(attempt).pair]);
}

/** Refuses new accounts from an address that has just made many, or tried to; notes this one. */
export async function noteNewAccount(address: string): Promise<void> {
  const verdict = await beginAttempt({ address, account: "a new account", device: null });
  if (verdict.refused)
    throw new Refused(429, `Many accounts were begun from here. Try again in ${verdict.retrySeconds} seconds.`);
}
