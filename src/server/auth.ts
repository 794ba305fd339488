/** Sign-in: e-mail and password, hashed by the library's default (scrypt), sessions and rate limits in PostgreSQL. */

import { betterAuth } from "better-auth";
import { nextCookies } from "better-auth/next-js";
import { pool } from "./db";

function create() {
  const baseURL = process.env.BETTER_AUTH_URL ?? "http://127.0.0.1:3000";
  return betterAuth({
    database: pool(),
    baseURL,
    trustedOrigins: [baseURL, baseURL.replace("127.0.0.1", "localhost")],
    emailAndPassword: { enabled: true, disableSignUp: true, minPasswordLength: 10 },
    session: { expiresIn: 60 * 60 * 24 * 30, updateAge: 60 * 60 * 24, cookieCache: { enabled: false } },
    rateLimit: {
      enabled: true,
      storage: "database",
      window: 60,
      max: 200,
      customRules: { "/sign-in/email": { window: 60, max: Number(process.env.SIGN_IN_LIMIT ?? 10) } },
    },
    advanced: { ipAddress: { ipAddressHeaders: ["x-forwarded-for"] } },
    telemetry: { enabled: false },
    plugins: [nextCookies()],
  });
}

const globals = globalThis as unknown as { wheatonomyAuth?: ReturnType<typeof create> };

/** The sign-in of this process, made on first use so that a build needs no database. */
export function auth(): ReturnType<typeof create> {
  globals.wheatonomyAuth ??= create();
  return globals.wheatonomyAuth;
}
