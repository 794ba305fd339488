"use client";

/** Log entries on their way to the server: kept on the device until they have arrived, each sent under its own id. */

import { send } from "../shared/send";
import { allRefused, allWaiting, keep, letGoOf, settle } from "./device-store";
import type { Kept } from "./kept-entries";

export type { Outgoing, OutgoingPhoto, OutgoingRain, OutgoingVisit, SetAside } from "./kept-entries";

type Answer = { kind: "sent" } | { kind: "kept" } | { kind: "refused"; reason: string };

export const waitingLogs = allWaiting;
export const refusedLogs = allRefused;
/** Lets go of an entry that was set aside. */
export const letGo = letGoOf;

/** Sends an entry; without a network it is kept and sent later. A refusal is final and says why. */
export async function sendLog(entry: Kept): Promise<Answer> {
  const isKept = await keep(entry).then(
    () => true,
    () => false,
  );
  const answer = await post(entry);
  if (!isKept)
    return answer.kind === "kept"
      ? {
          kind: "refused",
          reason: "There is no network, and this browser keeps nothing on the device: leave this open.",
        }
      : answer;
  // a refusal is said at once to whoever wrote it
  if (answer.kind !== "kept") await settle(entry.id, null);
  return answer;
}

/** Sends all that was kept; what is refused is set aside with its reason, and the rest goes on. */
export async function sendWaiting(): Promise<void> {
  for (const entry of await allWaiting()) {
    const answer = await post(entry);
    if (answer.kind === "kept") break;
    await settle(entry.id, answer.kind === "refused" ? { entry, reason: answer.reason } : null);
  }
}

async function post({ label: _label, ...entry }: Kept): Promise<Answer> {
  const reply = await (() => {
    if (!("kind" in entry)) return send("POST /api/log", { body: entry });
    if (entry.kind === "scout") {
      const { kind: _scout, ...visit } = entry;
      return send("POST /api/scouting", { body: visit });
    }
    if (entry.kind === "photo") {
      const { kind: _photo, day: _day, ...photo } = entry;
      return send("POST /api/scouting/photos", { body: photo });
    }
    if (entry.kind === "ripeness") {
      const { kind: _ripeness, ...look } = entry;
      return send("POST /api/ripeness", { body: look });
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
