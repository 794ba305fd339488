type AuthReply = { ok: true; answer: Record<string, unknown> } | { ok: false; status: number; reason: string | null };

/** Asks the sign-in; `reason` is the server's own word, null where it only said no. */
export async function askAuth(path: string, body: object): Promise<AuthReply> {
  const response = await fetch(`/api/auth/${path}`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(body),
  }).catch(() => null);
  if (!response) return { ok: false, status: 0, reason: "The server does not answer. Try again in a moment." };
  const answer = (await response.json().catch(() => ({}))) as Record<string, unknown>;
  if (response.ok) return { ok: true, answer };
  return { ok: false, status: response.status, reason: typeof answer.error === "string" ? answer.error : null };
}
