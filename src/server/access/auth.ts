/** Sign-in: e-mail and password, hashed by the library's default (scrypt), sessions in PostgreSQL. */

import { betterAuth } from "better-auth";
import { nextCookies } from "better-auth/next-js";
import { twoFactor } from "better-auth/plugins/two-factor";
import { pool } from "../storage/db";
import { LEAST_LENGTH } from "./passwords";

function create() {
  const baseURL = process.env.BETTER_AUTH_URL ?? "http://127.0.0.1:3000";
  const secure = baseURL.startsWith("https:");
  return betterAuth({
    database: pool(),
    baseURL,
    // requests of other sites are refused before they come here; this machine may be reached by several names
    trustedOrigins: (request) => {
      const host = request?.headers.get("host");
      return [baseURL, ...(host ? [`http://${host}`, `https://${host}`] : [])];
    },
    emailAndPassword: { enabled: true, disableSignUp: true, minPasswordLength: LEAST_LENGTH },
    session: { expiresIn: 60 * 60 * 24 * 30, updateAge: 60 * 60 * 24, cookieCache: { enabled: false } },
    // attempts are slowed by sign-in-attempts.ts
    rateLimit: { enabled: false },
    advanced: { ipAddress: { ipAddressHeaders: ["x-forwarded-for"] }, useSecureCookies: secure },
    telemetry: { enabled: false },
    // refused sign-ins are no news; they are counted
    logger: { level: "error" },
    // a challenge is spent after five wrong codes, and asking for another one counts as an attempt: nobody locks an account out
    plugins: [twoFactor({ issuer: "Wheatonomy", accountLockout: { enabled: false } }), nextCookies()],
  });
}

const globals = globalThis as unknown as { wheatonomyAuth?: ReturnType<typeof create> };

/** The sign-in of this process, made on first use so that a build needs no database. */
export function auth(): ReturnType<typeof create> {
  globals.wheatonomyAuth ??= create();
  return globals.wheatonomyAuth;
}
