/** Who asks, in which practice, and what they may do. Every page and every action begins here. */

import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { cache } from "react";
import type { IsoDate } from "@/core/dates";
import type { UnitSet } from "@/core/units/units";
import { auth } from "./auth";
import { asPerson, inPractice, row, type Scope } from "./db";

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
    row<{ practice_id: string; role: Role; licence_no: string | null; grower_id: string | null }>(
      client,
      "select practice_id, role, licence_no, grower_id from membership where user_id = $1 order by practice_id limit 1",
      [userId],
    ),
  );
  if (!membership)
    throw new Refused(403, "This account belongs to no practice. Ask the owner of your practice to add you.");
  const scope: Scope = { practiceId: membership.practice_id, userId, growerId: membership.grower_id };
  const practice = await inPractice(scope, (client) =>
    row<{ name: string; currency: string; unit_set: UnitSet; decimal_mark: "point" | "comma"; as_of: IsoDate | null }>(
      client,
      "select name, currency, unit_set, decimal_mark, as_of from practice where id = $1",
      [scope.practiceId],
    ),
  );
  if (!practice) throw new Refused(403, "The practice of this account no longer exists.");
  return {
    ...scope,
    name: session.user.name,
    role: membership.role,
    licenceNo: membership.licence_no,
    practice: {
      name: practice.name,
      currency: practice.currency,
      unitSet: practice.unit_set,
      decimalMark: practice.decimal_mark,
      asOf: practice.as_of,
    },
    today: practice.as_of ?? new Date().toISOString().slice(0, 10),
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
