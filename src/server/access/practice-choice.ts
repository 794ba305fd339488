/** Which of several practices a device works in: a cookie that only ever chooses among one's own. */

const NAME = "practice";

export const choosePractice = (practiceId: string): string =>
  `${NAME}=${practiceId}; Path=/; Max-Age=31536000; SameSite=Lax; HttpOnly${process.env.BETTER_AUTH_URL?.startsWith("https:") ? "; Secure" : ""}`;

/** The practice that a request's cookies choose; null where they choose none. */
export function chosenPractice(headers: Headers): string | null {
  const found = /(?:^|;\s*)practice=([0-9a-f-]{36})(?:;|$)/.exec(headers.get("cookie") ?? "");
  return found?.[1] ?? null;
}
