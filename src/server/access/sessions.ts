/** The sessions of a person: where they are signed in, and how to end all others. */

import type { SessionLine } from "../contracts";
import { pool } from "../storage/db";

/** Sessions that hold, the newest first; `token` is the one that asks. */
export async function listSessions(userId: string, token: string): Promise<SessionLine[]> {
  const { rows } = await pool().query<SessionLine>(
    `select id, to_char("createdAt", 'YYYY-MM-DD HH24:MI') as since, to_char("updatedAt", 'YYYY-MM-DD HH24:MI') as used,
       coalesce("userAgent", '') as device, coalesce("ipAddress", '') as address, token = $2 as own
     from session where "userId" = $1 and "expiresAt" > now() order by "updatedAt" desc limit 50`,
    [userId, token],
  );
  return rows;
}

/** Whether a person's sign-in asks for a second factor. */
export async function hasSecondFactor(userId: string): Promise<boolean> {
  const { rows } = await pool().query<{ on: boolean }>(`select "twoFactorEnabled" as on from "user" where id = $1`, [
    userId,
  ]);
  return rows[0]?.on ?? false;
}

/** Ends every session of a person but the one that asks. */
export async function endOtherSessions(userId: string, token: string): Promise<void> {
  await pool().query(`delete from session where "userId" = $1 and token <> $2`, [userId, token]);
}
