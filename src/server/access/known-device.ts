/**
 * A device that somebody has signed in from with the right password: a signed cookie of this account and no other. Guesses count
 * against the device that makes them, so that others who guess at the account, or from the same address, do not shut it out.
 */

import { createHmac, randomBytes, timingSafeEqual } from "node:crypto";
import { auth } from "./auth";

const NAME = "device";
const YEAR_S = 365 * 86_400;

const signed = async (id: string, account: string): Promise<string> =>
  createHmac("sha256", (await auth().$context).secret)
    .update(JSON.stringify(["device", id, account.trim().toLowerCase()]))
    .digest("base64url");

/** The device that a request comes from, where its cookie was given to this account; null where it has none that is good. */
export async function deviceOf(request: Request, account: string): Promise<string | null> {
  const [, id = "", seal = ""] =
    new RegExp(`(?:^|;\\s*)${NAME}=([\\w-]{24})\\.([\\w-]{43})(?:;|$)`).exec(request.headers.get("cookie") ?? "") ?? [];
  if (id === "") return null;
  const expected = await signed(id, account);
  return timingSafeEqual(Buffer.from(seal), Buffer.from(expected)) ? id : null;
}

/** The cookie of a device from which somebody knew the password of an account. */
export async function deviceCookie(account: string, id = randomBytes(18).toString("base64url")): Promise<string> {
  const secure = process.env.BETTER_AUTH_URL?.startsWith("https:") ? "; Secure" : "";
  return `${NAME}=${id}.${await signed(id, account)}; Path=/api/auth; Max-Age=${YEAR_S}; HttpOnly; SameSite=Lax${secure}`;
}
