/** The part of the sign-in library that is open to the network: signing in and out, one's session, one's password. */

import { createHash } from "node:crypto";
import { z } from "zod";
import { DEMO_PASSWORD, onlyHere } from "../demo/demo-door";
import { json, readJson, respond } from "../respond";
import { pool } from "../storage/db";
import { Refused, refuseOtherSites } from "./access";
import { auth } from "./auth";
import { deviceCookie, deviceOf } from "./known-device";
import { passwordProblem } from "./passwords";
import { noteAccount } from "./people";
import { practicesOf } from "./practices";
import { beginAttempt, forgetFailures } from "./sign-in-attempts";

const MOST_BYTES = 10_000;
const credentials = z.strictObject({
  email: z.string().min(1).max(320),
  password: z.string().min(1).max(500),
  rememberMe: z.boolean().optional(),
});
const change = z.strictObject({ currentPassword: z.string().min(1).max(500), newPassword: z.string().max(500) });

/** Who changes their second factor shows that they know the password. */
const owned = z.strictObject({ password: z.string().min(1).max(500) });
const code = z.strictObject({ code: z.string().trim().min(1).max(40), trustDevice: z.boolean().optional() });

type Handler = (request: Request) => Promise<Response>;
const OPEN: Record<string, Handler> = {
  "POST /api/auth/sign-in/email": signIn,
  "POST /api/auth/sign-out": async (request) => passOn(request, await readJson(request, MOST_BYTES)),
  "GET /api/auth/get-session": (request) => passOn(request),
  "POST /api/auth/change-password": changePassword,
  "POST /api/auth/two-factor/enable": (request) => secondFactor(request, owned, { method: "totp" }),
  "POST /api/auth/two-factor/disable": turnOff,
  "POST /api/auth/two-factor/generate-backup-codes": (request) => secondFactor(request, owned),
  "POST /api/auth/two-factor/verify-totp": verifyCode,
  "POST /api/auth/two-factor/verify-backup-code": verifyCode,
};

/** Answers a request of the sign-in; whatever else the library can do is not here. */
export function answerAuth(request: Request): Promise<Response> {
  return respond(async () => {
    const handler = OPEN[`${request.method} ${new URL(request.url).pathname}`];
    if (!handler) throw new Refused(404, "There is no such page.");
    refuseOtherSites(request);
    return handler(request);
  });
}

async function signIn(request: Request): Promise<Response> {
  const body = credentials.parse(await readJson(request, MOST_BYTES));
  if (body.password === DEMO_PASSWORD && !onlyHere())
    return json({ error: "The demo's printed password opens on the machine itself only." }, 403);
  const answer = await counted(request, body.email, () => passOn(request, body));
  if (answer.ok) {
    const { user } = (await answer.clone().json()) as { user?: { id: string } };
    if (user) await noteAccount(user.id, "signed in");
  }
  return answer;
}

/**
 * The answer to what shows that somebody knows a password, counted before it is checked. It is refused after many failures, and slowed
 * where the account is tried from everywhere. Where a code is asked for besides, it counts until that came.
 */
async function counted(request: Request, account: string, work: () => Promise<Response>): Promise<Response> {
  const device = await deviceOf(request, account);
  const attempt = await beginAttempt({ address: addressOf(request), account, device });
  if (attempt.refused)
    return json({ error: "Too many attempts from here. Wait a while, then try again." }, 429, {
      "retry-after": String(attempt.retrySeconds),
    });
  await new Promise((resolve) => setTimeout(resolve, attempt.delayMs));
  let answer: Response;
  try {
    answer = await work();
  } catch (error) {
    await attempt.untried();
    throw error;
  }
  if (answer.status >= 500) await attempt.untried();
  else if (answer.ok) {
    const said = (await answer.clone().json()) as { twoFactorRedirect?: boolean } | null;
    if (!said?.twoFactorRedirect) await attempt.right();
    return withCookie(answer, await deviceCookie(account, device ?? undefined));
  }
  return answer;
}

/** An answer with one cookie more. */
function withCookie(answer: Response, cookie: string): Response {
  const headers = new Headers(answer.headers);
  headers.append("set-cookie", cookie);
  return new Response(answer.body, { status: answer.status, headers });
}

const addressOf = (request: Request) => request.headers.get("x-forwarded-for") ?? "";

/** A code after the password: of the authenticator, or one of those that were kept for when it is lost. Each opens once. */
async function verifyCode(request: Request): Promise<Response> {
  const body = code.parse(await readJson(request, MOST_BYTES));
  const signedIn = await sessionOf(request);
  const digits = body.code.replaceAll(" ", "");
  const answer = await passOn(request, { ...body, code: digits });
  if (!answer.ok) return answer;
  const { user, token } = (await answer.clone().json()) as { user?: { id: string; email: string }; token?: string };
  if (!user) return answer;
  if (!signedIn && !(await firstUse(user.id, digits))) {
    if (token) await pool().query("delete from session where token = $1", [token]);
    return json({ error: "This code was used already. Wait for the next one." }, 401);
  }
  await forgetFailures({
    address: addressOf(request),
    account: user.email,
    device: await deviceOf(request, user.email),
  });
  // a code that is shown while one is signed in turns the factor on
  await noteAccount(user.id, signedIn ? "turned a second factor on" : "signed in");
  return answer;
}

/** Notes a code as used; false where it was before. A code of the authenticator is good for a minute and a half. */
async function firstUse(userId: string, digits: string): Promise<boolean> {
  await pool().query("delete from used_code where at < now() - interval '5 minutes'");
  const { rowCount } = await pool().query(
    "insert into used_code (user_id, code_hash) values ($1, $2) on conflict do nothing",
    [userId, createHash("sha256").update(`${userId} ${digits}`).digest("base64url")],
  );
  return rowCount === 1;
}

/** What somebody who is signed in does with their password: counted as attempts of their account. */
async function withPassword(request: Request, work: () => Promise<Response>): Promise<Response> {
  const session = await sessionOf(request);
  return session ? counted(request, session.user.email, work) : work();
}

async function secondFactor(request: Request, schema: typeof owned, more: object = {}): Promise<Response> {
  const body = { ...schema.parse(await readJson(request, MOST_BYTES)), ...more };
  return withPassword(request, () => passOn(request, body));
}

async function turnOff(request: Request): Promise<Response> {
  const session = await sessionOf(request);
  const answer = await secondFactor(request, owned);
  if (answer.ok && session) await noteAccount(session.user.id, "turned the second factor off");
  return answer;
}

const sessionOf = (request: Request) => auth().api.getSession({ headers: request.headers });

/** A new password ends every other session of the person. */
async function changePassword(request: Request): Promise<Response> {
  const body = change.parse(await readJson(request, MOST_BYTES));
  const session = await sessionOf(request);
  if (session)
    for (const { name: practice } of [...(await practicesOf(session.user.id)), { name: "" }]) {
      const { email, name } = session.user;
      const problem = passwordProblem(body.newPassword, { email, name, practice });
      if (problem) throw new Refused(422, problem);
    }
  return withPassword(request, () => passOn(request, { ...body, revokeOtherSessions: true }));
}

/** The library's answer to a request, with this body in the place of its own. */
async function passOn(request: Request, body?: unknown): Promise<Response> {
  const headers = new Headers(request.headers);
  headers.delete("content-length");
  const answer = await auth().handler(
    new Request(request.url, {
      method: request.method,
      headers,
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    }),
  );
  // the library hides why it failed: where the database is away, that is what is thrown
  if (answer.status >= 500) await pool().query("select 1");
  return answer;
}
