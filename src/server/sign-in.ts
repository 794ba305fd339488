/** The part of the sign-in library that is open to the network: signing in and out, one's session, one's password. */

import { z } from "zod";
import { Refused, refuseOtherSites } from "./access";
import { auth } from "./auth";
import { pool } from "./db";
import { DEMO_PASSWORD, onlyHere } from "./demo-door";
import { passwordProblem } from "./passwords";
import { noteAccount } from "./people";
import { json, readJson, respond } from "./respond";
import { forgetFailures, judgeAttempt, noteFailure } from "./sign-in-attempts";

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
  const attempt = { address: request.headers.get("x-forwarded-for") ?? "", account: body.email };
  const verdict = await judgeAttempt(attempt);
  if (verdict.refused)
    return json({ error: "Too many attempts from here. Wait a while, then try again." }, 429, {
      "retry-after": String(verdict.retrySeconds),
    });
  await new Promise((resolve) => setTimeout(resolve, verdict.delayMs));
  const answer = await passOn(request, body);
  if (answer.status === 401) await noteFailure(attempt);
  else if (answer.ok) {
    await forgetFailures(attempt);
    const { user } = (await answer.clone().json()) as { user?: { id: string } };
    if (user) await noteAccount(user.id, "signed in");
  }
  return answer;
}

/** A code after the password: of the authenticator, or one of those that were kept for when it is lost. */
async function verifyCode(request: Request): Promise<Response> {
  const body = code.parse(await readJson(request, MOST_BYTES));
  const signedIn = await sessionOf(request);
  const answer = await passOn(request, { ...body, code: body.code.replaceAll(" ", "") });
  if (answer.ok) {
    const { user } = (await answer.clone().json()) as { user?: { id: string } };
    // a code that is shown while one is signed in turns the factor on
    if (user) await noteAccount(user.id, signedIn ? "turned a second factor on" : "signed in");
  }
  return answer;
}

async function secondFactor(request: Request, schema: typeof owned, more: object = {}): Promise<Response> {
  return passOn(request, { ...schema.parse(await readJson(request, MOST_BYTES)), ...more });
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
  const problem = passwordProblem(body.newPassword);
  if (problem) throw new Refused(422, problem);
  return passOn(request, { ...body, revokeOtherSessions: true });
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
