"use client";

/** Log entries on their way to the server: kept on the device until they have arrived, each sent under its own id. */

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
  try {
    const response = await fetch("/api/log", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(entry),
    });
    if (response.ok) return { kind: "sent" };
    if (response.status >= 500 || response.status === 401) return { kind: "kept" };
    const body = (await response.json().catch(() => ({}))) as { error?: string };
    return { kind: "refused", reason: body.error ?? "The server refused it." };
  } catch {
    return { kind: "kept" };
  }
}

/** Takes a logged entry back; null when done, else why not. */
export async function withdraw(planId: string, operationId: string): Promise<string | null> {
  try {
    const response = await fetch(`/api/log?planId=${planId}&operationId=${encodeURIComponent(operationId)}`, {
      method: "DELETE",
    });
    if (response.ok) return null;
    const body = (await response.json().catch(() => ({}))) as { error?: string };
    return body.error ?? "The server refused it.";
  } catch {
    return "The server does not answer; try again.";
  }
}
