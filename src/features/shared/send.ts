/** The one way in which screens talk to the server: typed by the contracts, and never throwing. */

import type { Answers, Call, Refusal, Sent } from "@/server/contracts";

export type Reply<C extends Call> =
  | { ok: true; value: Answers[C] }
  /** status null: the server did not answer */
  | { ok: false; status: number | null; reason: string; errors: { field: string; message: string }[] };

type Values = Record<string, string | number>;
type Options<C extends Call> = {
  /** values for the {names} of the path */
  path?: Values;
  query?: Values;
  signal?: AbortSignal;
} & (undefined extends Sent<C> ? { body?: undefined } : { body: Sent<C> });

/**
 * Sends a request of the contracts. An answer 409 that holds what stands there instead is a value too.
 *
 * Example: send("POST /api/plans/{id}/issue", { path: { id }, body: { revision: 3 } }).
 */
export async function send<C extends Call>(
  call: C,
  ...[options]: undefined extends Sent<C> ? [Options<C>?] : [Options<C>]
): Promise<Reply<C>> {
  const { path = {}, query, body, signal } = (options ?? {}) as Options<C>;
  const [method, pattern] = call.split(" ") as [string, string];
  const url = pattern.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(String(path[name])));
  const search = query
    ? `?${new URLSearchParams(Object.entries(query).map(([key, value]) => [key, String(value)]))}`
    : "";
  let response: Response;
  try {
    response = await fetch(url + search, {
      method,
      signal: signal ?? null,
      ...(body === undefined ? {} : { headers: { "content-type": "application/json" }, body: JSON.stringify(body) }),
    });
  } catch {
    return { ok: false, status: null, reason: "The server does not answer.", errors: [] };
  }
  const answer: unknown = await response.json().catch(() => null);
  const refusal = answer as Refusal | null;
  const instead = response.status === 409 && refusal !== null && refusal.error === undefined;
  if (answer !== null && (response.ok || instead)) return { ok: true, value: answer as Answers[C] };
  // what the device keeps of whoever was here waits until they are back
  if (response.status === 401) void import("../offline/keep").then((m) => m.lockPages()).catch(() => {});
  const said = refusal?.errors?.map((e) => e.message).join("; ");
  return {
    ok: false,
    status: response.status,
    reason: said || refusal?.error || "The server refused it.",
    errors: refusal?.errors ?? [],
  };
}
