/** Who asks, in which practice, and what they may do. Every page and every action begins here. */

import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { cache } from "react";
import type { IsoDate } from "@/core/dates";
import type { UnitSet } from "@/core/units/units";
import { auth } from "./auth";
import { asPerson, row, type Scope } from "./db";

export type Role = "owner" | "adviser" | "assistant" | "grower";
export type Action = "read" | "log" | "plan" | "issue" | "settings";

const ALLOWED: Record<Role, Action[]> = {
  owner: ["read", "log", "plan", "issue", "settings"],
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
  licenceNo: string | null;
  practice: { name: string; currency: string; unitSet: UnitSet; decimalMark: "point" | "comma"; asOf: IsoDate | null };
}

export function may(role: Role, action: Action): boolean {
  return ALLOWED[role].includes(action);
}

export class Refused extends Error {
  constructor(
    readonly status: 401 | 403 | 404 | 409 | 422,
    message: string,
  ) {
    super(message);
  }
}

/** The access of whoever sent these headers, or null when nobody is signed in. */
export async function accessOf(requestHeaders: Headers): Promise<Access | null> {
  const session = await auth().api.getSession({ headers: requestHeaders });
  if (!session) return null;
  const userId = session.user.id;
  const membership = await asPerson(userId, (client) =>
    row<Pick<Access, "practiceId" | "growerId" | "role" | "licenceNo" | "practice">>(
      client,
      `select m.practice_id as "practiceId", m.grower_id as "growerId", m.role, m.licence_no as "licenceNo",
         jsonb_build_object('name', p.name, 'currency', p.currency, 'unitSet', p.unit_set, 'decimalMark', p.decimal_mark,
           'asOf', p.as_of) as practice
       from membership m join practice p on p.id = m.practice_id where m.user_id = $1 order by m.practice_id limit 1`,
      [userId],
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

/** The access of the page being drawn; layout and page ask once between them. */
const pageAccess = cache(async () => accessOf(await headers()));

/** For pages: sends whoever is not signed in to the sign-in page, and growers to their cards. */
export async function requirePage(action: Action = "read"): Promise<Access> {
  const access = await pageAccess();
  if (!access) redirect("/sign-in");
  if (!may(access.role, action)) redirect(access.role === "grower" ? "/week" : "/fields");
  return access;
}

/** For route handlers: throws Refused instead. */
export async function requireAction(request: Request, action: Action): Promise<Access> {
  const origin = request.headers.get("origin");
  const host = request.headers.get("host");
  if (request.method !== "GET" && origin && host && new URL(origin).host !== host)
    throw new Refused(403, "This request came from another site.");
  const access = await accessOf(request.headers);
  if (!access) throw new Refused(401, "You are signed out. Sign in again; what you typed is kept on this device.");
  if (!may(access.role, action)) throw new Refused(403, `Your role (${access.role}) may not do this.`);
  return access;
}
