"use client";

/** Log entries on their way to the server: kept on the device until they have arrived, each sent under its own id. */

import { send } from "../shared/send";

export interface Outgoing {
  id: string;
  planId: string;
  operationId: string;
  doneOn: string;
  quantityPerHa: number | null;
  note: string;
  /** for people, not sent */
  label: string;
}
type Answer = { kind: "sent" } | { kind: "kept" } | { kind: "refused"; reason: string };

const KEY = "wheatonomy.log";

export function waitingLogs(): Outgoing[] {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? "[]") as Outgoing[];
  } catch {
    return [];
  }
}

function keep(list: Outgoing[]): void {
  if (list.length === 0) localStorage.removeItem(KEY);
  else localStorage.setItem(KEY, JSON.stringify(list));
  window.dispatchEvent(new Event("wheatonomy-log"));
}

/** Sends an entry; without a network it is kept and sent later. A refusal is final and says why. */
export async function sendLog(entry: Outgoing): Promise<Answer> {
  keep([...waitingLogs().filter((e) => e.id !== entry.id), entry]);
  const answer = await post(entry);
  if (answer.kind !== "kept") keep(waitingLogs().filter((e) => e.id !== entry.id));
  return answer;
}

/** Sends all that was kept; gives what was refused, which stays visible to whoever calls. */
export async function sendWaiting(): Promise<{ entry: Outgoing; reason: string }[]> {
  const refused: { entry: Outgoing; reason: string }[] = [];
  for (const entry of waitingLogs()) {
    const answer = await post(entry);
    if (answer.kind === "kept") break;
    if (answer.kind === "refused") refused.push({ entry, reason: answer.reason });
    keep(waitingLogs().filter((e) => e.id !== entry.id));
  }
  return refused;
}

async function post({ label: _label, ...entry }: Outgoing): Promise<Answer> {
  const reply = await send("POST /api/log", { body: entry });
  if (reply.ok) return { kind: "sent" };
  // without a server, or signed out, the entry waits; anything else is a refusal
  if (reply.status === null || reply.status >= 500 || reply.status === 401) return { kind: "kept" };
  return { kind: "refused", reason: reply.reason };
}

/** Takes a logged entry back; null when done, else why not. */
export async function withdraw(planId: string, operationId: string): Promise<string | null> {
  const reply = await send("DELETE /api/log", { query: { planId, operationId } });
  return reply.ok ? null : reply.reason;
}
