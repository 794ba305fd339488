/** Who belongs to a practice: invited by a secret address, changed and removed by an owner; what they did keeps their names. */

import { createHash, randomBytes, randomUUID } from "node:crypto";
import { hashPassword } from "better-auth/crypto";
import type { Licence } from "@/core/records/licence";
import type { InvitationSheet, PeopleSheet, Received } from "../contracts";
import { asInvited, asNobody, asPerson, type Client, inPractice, isTaken, row, rows } from "../storage/db";
import { type Access, LICENCE, Refused, type Role } from "./access";
import { audit } from "./audit";
import { passwordProblem } from "./passwords";

/** An invitation holds so long [days]. */
const INVITATION_DAYS = 7;
const MOST_OPEN_INVITATIONS = 50;

/** Members and open invitations of the practice. */
export async function loadPeople(client: Client, access: Access): Promise<PeopleSheet> {
  const members = await rows<PeopleSheet["members"][number]>(
    client,
    `select m.user_id as "userId", u.name, u.email, m.role, ${LICENCE} as licence, m.grower_id as "growerId", g.name as grower,
       (select to_char(max(a.at), 'YYYY-MM-DD HH24:MI') from audit a where a.practice_id = m.practice_id and a.user_id = m.user_id) as "lastSeen"
     from membership m join "user" u on u.id = m.user_id left join grower g on g.practice_id = m.practice_id and g.id = m.grower_id
     where m.practice_id = $1 order by u.name`,
    [access.practiceId],
  );
  const invitations = await rows<PeopleSheet["invitations"][number]>(
    client,
    `select i.id, i.name, i.role, g.name as grower, i.person as by, to_char(i.expires_at, 'YYYY-MM-DD HH24:MI') as "expiresAt"
     from invitation i left join grower g on g.practice_id = i.practice_id and g.id = i.grower_id
     where i.practice_id = $1 and i.used_at is null and i.revoked_at is null and i.expires_at > now() order by i.at desc`,
    [access.practiceId],
  );
  const growers = await rows<{ id: string; name: string }>(
    client,
    "select id, name from grower where practice_id = $1 and retired_at is null order by name",
    [access.practiceId],
  );
  return { members, invitations, growers, self: access.userId };
}

const hashOf = (token: string) => createHash("sha256").update(token).digest("hex");

/** Invites a person; the path of the secret address is told this once. */
export async function invite(
  client: Client,
  access: Access,
  wanted: Received<"POST /api/invitations">,
): Promise<string> {
  const { name, role, growerId, licence = null } = wanted;
  refuseWrongGrower(role, growerId);
  await refuseNoGrower(client, access, growerId);
  const open = await row<{ n: number }>(
    client,
    "select count(*)::int as n from invitation where practice_id = $1 and used_at is null and revoked_at is null and expires_at > now()",
    [access.practiceId],
  );
  if ((open?.n ?? 0) >= MOST_OPEN_INVITATIONS)
    throw new Refused(422, `${MOST_OPEN_INVITATIONS} invitations are open, allowed are no more: take some back.`);
  const token = randomBytes(24).toString("base64url");
  const id = randomUUID();
  await client.query(
    `insert into invitation (practice_id, id, token_hash, role, grower_id, licence_no, licence_issuer, licence_ends_on, name, user_id, expires_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, now() + make_interval(days => $11))`,
    [
      access.practiceId,
      id,
      hashOf(token),
      role,
      growerId,
      licence?.number ?? null,
      licence?.issuer ?? "",
      licence?.endsOn ?? null,
      name,
      access.userId,
      INVITATION_DAYS,
    ],
  );
  await audit(client, access, "people", id, "invited", null, { name, role, growerId, licence });
  return `/join/${token}`;
}

export async function takeInvitationBack(client: Client, access: Access, id: string): Promise<void> {
  const { rowCount } = await client.query(
    "update invitation set revoked_at = now() where practice_id = $1 and id = $2 and used_at is null and revoked_at is null",
    [access.practiceId, id],
  );
  if (rowCount === 0) throw new Refused(404, "There is no such open invitation.");
  await audit(client, access, "people", id, "took an invitation back", { open: true }, { open: false });
}

/** Another role, grower or licence of a member; the licence stays where none is named. */
export async function changeMember(client: Client, access: Access, wanted: Received<"PUT /api/people">): Promise<void> {
  const { userId, role, growerId } = wanted;
  refuseWrongGrower(role, growerId);
  await refuseNoGrower(client, access, growerId);
  const before = await memberOf(client, access, userId);
  const licence = wanted.licence === undefined ? before.licence : wanted.licence;
  await setMember(client, userId, role, growerId, licence);
  await audit(client, access, "people", userId, "changed", before, { ...before, role, growerId, licence });
}

/** Ends a membership: the calendars of the person close, what they did stays with their name. */
export async function removeMember(client: Client, access: Access, userId: string): Promise<void> {
  const before = await memberOf(client, access, userId);
  await setMember(client, userId, null, null, null);
  await audit(client, access, "people", userId, "removed", before, null);
}

async function memberOf(client: Client, access: Access, userId: string) {
  const found = await row<{ name: string; role: string; growerId: string | null; licence: Licence | null }>(
    client,
    `select u.name, m.role, m.grower_id as "growerId", ${LICENCE} as licence from membership m join "user" u on u.id = m.user_id
     where m.practice_id = $1 and m.user_id = $2`,
    [access.practiceId, userId],
  );
  if (!found) throw new Refused(404, "There is no such person in this practice.");
  return found;
}

async function setMember(
  client: Client,
  userId: string,
  role: Role | null,
  growerId: string | null,
  licence: Licence | null,
): Promise<void> {
  const done = await row<{ done: boolean | null }>(client, "select set_member($1, $2, $3, $4, $5, $6) as done", [
    userId,
    role,
    growerId,
    licence?.number ?? null,
    licence?.issuer ?? null,
    licence?.endsOn ?? null,
  ]);
  if (!done?.done) throw new Refused(409, "A practice keeps at least one owner: make somebody else one first.");
}

function refuseWrongGrower(role: string, growerId: string | null): void {
  if ((role === "grower") !== (growerId !== null))
    throw new Refused(422, 'growerId: allowed is a grower for the role "grower", and none for any other.');
}

async function refuseNoGrower(client: Client, access: Access, growerId: string | null): Promise<void> {
  if (
    growerId !== null &&
    !(await row(client, "select 1 from grower where practice_id = $1 and id = $2", [access.practiceId, growerId]))
  )
    throw new Refused(404, "There is no such grower.");
}

/** What an invitation is to; null where it is none, or no longer one. */
export async function loadInvitation(token: string): Promise<InvitationSheet | null> {
  return asInvited(hashOf(token), (client) =>
    row<InvitationSheet>(
      client,
      `select p.name as practice, i.role, i.name, i.person as by from invitation i join practice p on p.id = i.practice_id
       where i.token_hash = $1 and i.used_at is null and i.revoked_at is null and i.expires_at > now()`,
      [hashOf(token)],
    ),
  );
}

/** Makes whoever comes with the secret a member; `userId` of one who is signed in, or a new person. Gives the practice. */
export async function acceptInvitation(token: string, who: NewPerson | { userId: string }): Promise<string> {
  const isNew = "email" in who;
  const invitation = await loadInvitation(token);
  if (!invitation) throw new Refused(404, "This invitation is used, taken back or too old.");
  const hash = isNew ? await hashFor(who, invitation.practice) : "";
  const userId = isNew ? randomUUID() : who.userId;
  const practiceId = await asNobody(async (client) => {
    if (isNew) await insertPerson(client, userId, who, hash);
    const joined = await row<{ id: string | null }>(client, "select accept_invitation($1, $2) as id", [
      hashOf(token),
      userId,
    ]);
    if (!joined?.id) throw new Refused(409, "This invitation is used, or you belong to the practice already.");
    return joined.id;
  });
  const scope = { practiceId, userId, growerId: null };
  await inPractice(scope, (client) => audit(client, scope, "people", userId, "joined", null, { by: "invitation" }));
  return practiceId;
}

interface NewPerson {
  name: string;
  email: string;
  password: string;
}

/** The hash of a new person's password; throws Refused where it may not be one. */
export async function hashFor(person: NewPerson, practice: string): Promise<string> {
  const problem = passwordProblem(person.password, { ...person, practice });
  if (problem) throw new Refused(422, problem);
  return hashPassword(person.password);
}

export async function insertPerson(client: Client, id: string, person: NewPerson, hash: string): Promise<void> {
  try {
    await client.query("select new_person($1, $2, $3, $4)", [id, person.name, person.email, hash]);
  } catch (error) {
    if (isTaken(error)) throw new Refused(409, "E-mail: there is an account with this one already; sign in with it.");
    throw error;
  }
}

/** Notes in each practice of a person what they did with their account: signed in, turned a second factor on or off. */
export async function noteAccount(userId: string, action: string): Promise<void> {
  const practices = await asPerson(userId, (client) =>
    rows<{ practiceId: string; growerId: string | null }>(
      client,
      `select practice_id as "practiceId", grower_id as "growerId" from membership where user_id = $1`,
      [userId],
    ),
  );
  for (const { practiceId, growerId } of practices) {
    const scope = { practiceId, userId, growerId };
    await inPractice(scope, (client) => audit(client, scope, "people", userId, action, null, {}));
  }
}
