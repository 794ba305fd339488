/** Who asks, in which practice, and what they may do. Every page and every action begins here. */

import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { cache } from "react";
import type { IsoDate } from "@/core/dates";
import type { Licence } from "@/core/records/licence";
import type { UnitSet } from "@/core/units/units";
import { asPerson, isBusy, isDatabaseDown, pool, row, type Scope } from "../storage/db";
import { auth } from "./auth";
import { chosenPractice } from "./practice-choice";

export type Role = "owner" | "adviser" | "assistant" | "grower";
export type Action = "read" | "log" | "plan" | "issue" | "settings" | "people";

const ALLOWED: Record<Role, Action[]> = {
  owner: ["read", "log", "plan", "issue", "settings", "people"],
  adviser: ["read", "log", "plan", "issue", "settings"],
  assistant: ["read", "log", "plan"],
  grower: ["log"],
};

/** Whoever asks, and on which day. */
export interface Asker extends Scope {
  today: IsoDate;
}
export interface Access extends Asker {
  name: string;
  role: Role;
  licence: Licence | null;
  practice: { name: string; currency: string; unitSet: UnitSet; decimalMark: "point" | "comma"; asOf: IsoDate | null };
}

/** The licence of a row of the table as "m". */
export const LICENCE = `case when m.licence_no is null then null else
  jsonb_build_object('number', m.licence_no, 'issuer', m.licence_issuer, 'endsOn', m.licence_ends_on) end`;

export function may(role: Role, action: Action): boolean {
  return ALLOWED[role].includes(action);
}

export class Refused extends Error {
  constructor(
    readonly status: 400 | 401 | 403 | 404 | 409 | 413 | 415 | 422 | 429,
    message: string,
  ) {
    super(message);
  }
}

/** What the sign-in library asks; where it fails because the database is away, that is what is thrown. */
async function askedOfDatabase<T>(ask: () => Promise<T>): Promise<T> {
  try {
    return await ask();
  } catch (error) {
    if (!isDatabaseDown(error) && !isBusy(error)) await pool().query("select 1");
    throw error;
  }
}

/** Too much is asked for at once; the message says what, and the same request does later. */
export class Busy extends Error {}

/** The access of whoever sent these headers, or null when nobody is signed in. */
export async function accessOf(requestHeaders: Headers): Promise<Access | null> {
  const session = await askedOfDatabase(() => auth().api.getSession({ headers: requestHeaders }));
  if (!session) return null;
  const userId = session.user.id;
  const membership = await asPerson(userId, (client) =>
    row<Pick<Access, "practiceId" | "growerId" | "role" | "licence" | "practice">>(
      client,
      `select m.practice_id as "practiceId", m.grower_id as "growerId", m.role, ${LICENCE} as licence,
         jsonb_build_object('name', p.name, 'currency', p.currency, 'unitSet', p.unit_set, 'decimalMark', p.decimal_mark,
           'asOf', p.as_of) as practice
       from membership m join practice p on p.id = m.practice_id where m.user_id = $1
       order by m.practice_id = $2::uuid desc nulls last, m.practice_id limit 1`,
      [userId, chosenPractice(requestHeaders)],
    ),
  );
  if (!membership)
    throw new Refused(403, "This account belongs to no practice. Ask the owner of your practice to add you.");
  return {
    ...membership,
    userId,
    name: session.user.name,
    today: membership.practice.asOf ?? new Date().toISOString().slice(0, 10),
  };
}

/** Who is signed in, whether they belong to a practice or not. */
export async function personAsking(request: Request): Promise<{ userId: string } | null> {
  const session = await askedOfDatabase(() => auth().api.getSession({ headers: request.headers }));
  return session ? { userId: session.user.id } : null;
}

/** The name of whoever looks at a page, member of a practice or not; null where nobody is signed in. */
export async function signedInName(): Promise<string | null> {
  const requestHeaders = await headers();
  const session = await askedOfDatabase(() => auth().api.getSession({ headers: requestHeaders }));
  return session?.user.name ?? null;
}

/** The token of the session that asks. */
export async function tokenFrom(requestHeaders: Headers): Promise<string> {
  const session = await askedOfDatabase(() => auth().api.getSession({ headers: requestHeaders }));
  return session?.session.token ?? "";
}

/** The access of the page being drawn; layout and page ask once between them. */
const pageAccess = cache(async () => accessOf(await headers()));

/** For pages: sends whoever is not signed in to the sign-in page, and growers to their cards. */
export async function requirePage(action: Action = "read"): Promise<Access> {
  const access = await pageAccess().catch((error) => {
    // whoever was removed from their last practice has no pages any more
    if (error instanceof Refused && error.status === 403) redirect("/sign-in?left");
    throw error;
  });
  if (!access) redirect("/sign-in");
  if (!may(access.role, action)) redirect(access.role === "grower" ? "/week" : "/fields");
  return access;
}

/**
 * Refuses what another site has a browser send: a change needs this site's Origin, or the browser's word that it comes from
 * here (Sec-Fetch-Site).
 */
export function refuseOtherSites(request: Request): void {
  if (request.method === "GET" || request.method === "HEAD") return;
  const { headers } = request;
  const origin = headers.get("origin");
  const here =
    origin === null ? headers.get("sec-fetch-site") === "same-origin" : hostOf(origin) === headers.get("host");
  if (!here)
    throw new Refused(403, "This request does not come from this site: it needs its Origin, or Sec-Fetch-Site.");
}

/** The host of an origin; null for one that is none, such as "null". */
function hostOf(origin: string): string | null {
  return URL.canParse(origin) ? new URL(origin).host : null;
}

/** For route handlers: throws Refused instead. */
export async function requireAction(request: Request, action: Action): Promise<Access> {
  refuseOtherSites(request);
  const access = await accessOf(request.headers);
  if (!access) throw new Refused(401, "You are signed out. Sign in again; what you typed is kept on this device.");
  if (!may(access.role, action)) throw new Refused(403, `Your role (${access.role}) may not do this.`);
  return access;
}
