"use client";

/** Log entries on their way to the server: kept on the device until they have arrived, each sent under its own id. */

import type { Application } from "@/core/records/application";
import type { ScoutVisit } from "@/core/records/scout-visit";
import { send } from "../shared/send";
import { LOG_EVENT, REFUSED_KEY, WAITING_KEY } from "./log-keys";

/** Rain of a field's own gauge. */
export interface OutgoingRain {
  kind: "rain";
  id: string;
  fieldId: string;
  day: string;
  rainMm: number;
  /** for people, not sent */
  label: string;
}

export interface Outgoing {
  id: string;
  planId: string;
  operationId: string;
  doneOn: string;
  quantityPerHa: number | null;
  note: string;
  /** of a treatment */
  application?: Application;
  /** for people, not sent */
  label: string;
}
/** Counts of a threat. */
export interface OutgoingVisit extends ScoutVisit {
  kind: "scout";
  /** for people, not sent */
  label: string;
}

type Answer = { kind: "sent" } | { kind: "kept" } | { kind: "refused"; reason: string };

/** An entry that the server will not take, set aside until a person has seen why. */
export interface SetAside {
  entry: Kept;
  reason: string;
}

type Kept = Outgoing | OutgoingRain | OutgoingVisit;

export const waitingLogs = (): Kept[] => stored<Kept>(WAITING_KEY);
export const refusedLogs = (): SetAside[] => stored<SetAside>(REFUSED_KEY);

function stored<T>(key: string): T[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(key) ?? "[]");
    return Array.isArray(list) ? (list as T[]) : [];
  } catch {
    return [];
  }
}

function put(key: string, list: unknown[]): void {
  if (list.length === 0) localStorage.removeItem(key);
  else localStorage.setItem(key, JSON.stringify(list));
  window.dispatchEvent(new Event(LOG_EVENT));
}

const keep = (list: Kept[]): void => put(WAITING_KEY, list);

/** Lets go of an entry that was set aside. */
export const letGo = (id: string): void =>
  put(
    REFUSED_KEY,
    refusedLogs().filter(({ entry }) => entry.id !== id),
  );

/** Sends an entry; without a network it is kept and sent later. A refusal is final and says why. */
export async function sendLog(entry: Kept): Promise<Answer> {
  keep([...waitingLogs().filter((e) => e.id !== entry.id), entry]);
  const answer = await post(entry);
  if (answer.kind !== "kept") keep(waitingLogs().filter((e) => e.id !== entry.id));
  return answer;
}

/** Sends all that was kept; what is refused is set aside with its reason, and the rest goes on. */
export async function sendWaiting(): Promise<void> {
  for (const entry of waitingLogs()) {
    const answer = await post(entry);
    if (answer.kind === "kept") break;
    if (answer.kind === "refused") put(REFUSED_KEY, [...refusedLogs(), { entry, reason: answer.reason }]);
    keep(waitingLogs().filter((e) => e.id !== entry.id));
  }
}

async function post({ label: _label, ...entry }: Kept): Promise<Answer> {
  const reply = await (() => {
    if (!("kind" in entry)) return send("POST /api/log", { body: entry });
    if (entry.kind === "scout") {
      const { kind: _scout, ...visit } = entry;
      return send("POST /api/scouting", { body: visit });
    }
    const { kind: _rain, ...reading } = entry;
    return send("POST /api/rain", { body: reading });
  })();
  if (reply.ok) return { kind: "sent" };
  // without a server, signed out, or asked to come later, the entry waits; anything else is a refusal
  if (reply.status === null || reply.status >= 500 || [401, 408, 429].includes(reply.status)) return { kind: "kept" };
  return { kind: "refused", reason: reply.reason };
}

/** Takes a logged entry back; null when done, else why not. */
export async function withdraw(planId: string, operationId: string): Promise<string | null> {
  const reply = await send("DELETE /api/log", { query: { planId, operationId } });
  return reply.ok ? null : reply.reason;
}
