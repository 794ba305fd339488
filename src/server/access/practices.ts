/** Practices of one's own: begun empty, chosen among several. */

import { randomUUID } from "node:crypto";
import type { Received } from "../contracts";
import { asNobody, asPerson, type Client, inPractice, rows } from "../storage/db";
import type { Access } from "./access";
import { Refused } from "./access";
import { audit } from "./audit";
import { hashFor, insertPerson } from "./people";

/** Nothing has a price until somebody gives one. */
const NO_PRICES = {
  dieselPerL: 0,
  labourPerH: 0,
  machinePerH: {},
  otherMachinePerH: 0,
  contractPerHa: {},
  cropPerT: {},
  dryingPerTPoint: 0,
};
const MOST_PRACTICES = 20;

/** Begins an empty practice for a person of whom there is no account yet, or for one who is signed in. Gives its id. */
export async function beginPractice(
  wanted: Received<"POST /api/practices">,
  signedIn: Pick<Access, "userId"> | null,
): Promise<string> {
  const { practice, person } = wanted;
  if (signedIn && person) throw new Refused(422, "person: given, allowed is nothing while you are signed in.");
  if (!signedIn && !person) throw new Refused(422, "person: nothing given, needed are name, e-mail and password.");
  const hash = person ? await hashFor(person, practice.name) : "";
  const userId = signedIn?.userId ?? randomUUID();
  if (signedIn && (await practicesOf(userId)).length >= MOST_PRACTICES)
    throw new Refused(422, `You belong to ${MOST_PRACTICES} practices, allowed are no more.`);
  const practiceId = randomUUID();
  await asNobody(async (client) => {
    if (person) await insertPerson(client, userId, person, hash);
    await client.query("select begin_practice($1, $2, $3, $4, $5, $6, $7)", [
      practiceId,
      userId,
      practice.name,
      practice.currency,
      practice.unitSet,
      practice.decimalMark,
      JSON.stringify(NO_PRICES),
    ]);
  });
  const scope = { practiceId, userId, growerId: null };
  await inPractice(scope, (client) => audit(client, scope, "people", practiceId, "began the practice", null, practice));
  return practiceId;
}

/** The practices that a person belongs to, by name. */
export const practicesOf = (userId: string): Promise<{ id: string; name: string; role: string }[]> =>
  asPerson(userId, (client: Client) =>
    rows<{ id: string; name: string; role: string }>(
      client,
      "select p.id, p.name, m.role from membership m join practice p on p.id = m.practice_id where m.user_id = $1 order by p.name",
      [userId],
    ),
  );
