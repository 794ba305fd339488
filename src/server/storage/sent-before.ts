/** Entries that devices send with an id of their own: sent twice they count once, and one id never stands for two entries. */

import { Refused } from "../access/access";
import { type Client, row } from "./db";

/**
 * Whether an entry of this id is kept already. Throws Refused (409) where it stands for something else than what is sent now:
 * nobody may take an answer for the entry of another one.
 *
 * Example: await sentBefore(client, "field_rain", practiceId, id, { day: "2027-05-03", rain_mm: 4 }).
 */
export async function sentBefore(
  client: Client,
  table: "log_entry" | "stage_observation" | "scout_visit" | "scout_photo" | "ripeness_look" | "field_rain",
  practiceId: string,
  id: string,
  sent: Record<string, unknown>,
): Promise<boolean> {
  const columns = Object.keys(sent);
  const stands = await row<{ same: boolean }>(
    client,
    `select ${columns.map((name, i) => `${name} is not distinct from $${i + 3}`).join(" and ")} as same
     from ${table} where practice_id = $1 and id = $2`,
    [practiceId, id, ...Object.values(sent)],
  );
  if (stands && !stands.same)
    throw new Refused(
      409,
      "Another entry with this id is kept already: nothing of this one was taken in. Enter it anew.",
    );
  return stands !== null;
}
