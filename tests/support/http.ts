/** Requests to the application as one of its people, over HTTP. */

import { expect, inject } from "vitest";

export interface Person {
  cookie: string;
}
export const NOBODY: Person = { cookie: "" };

/** Signs in; gives the cookie to come with. */
export async function signInOverHttp(email: string, password = "harvest-by-figures"): Promise<Person> {
  const response = await signInAttempt(email, password);
  expect(response.status, email).toBe(200);
  const cookie = response.headers
    .getSetCookie()
    .map((c) => c.split(";")[0])
    .join("; ");
  return { cookie };
}

export const signInAttempt = (email: string, password: string, headers: Record<string, string> = {}) =>
  fetch(`${inject("base")}/api/auth/sign-in/email`, {
    method: "POST",
    headers: { "content-type": "application/json", origin: inject("base"), ...headers },
    body: JSON.stringify({ email, password }),
  });

/** A request of a person, with a body as JSON or as it is. */
export const ask = (who: Person, method: string, path: string, body?: unknown, headers: Record<string, string> = {}) =>
  fetch(inject("base") + path, {
    method,
    redirect: "manual",
    headers: { cookie: who.cookie, "content-type": "application/json", origin: inject("base"), ...headers },
    ...(body === undefined ? {} : { body: typeof body === "string" ? body : JSON.stringify(body) }),
  });
