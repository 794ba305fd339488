"use client";

/** Log entries on their way to the server: kept on the device until they have arrived, each sent under its own id. */

import { send } from "../shared/send";
import { allRefused, allWaiting, jobsSince, keep, letGoOf, noteJob, settle } from "./device-store";
import type { Kept } from "./kept-entries";
import { jobKey } from "./log-keys";

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
  if (answer.kind !== "refused" && !("kind" in entry)) await noteLogged(entry.planId, entry.operationId, entry.doneOn);
  if (answer.kind === "sent") keptPageIsOld();
  return answer;
}

const noteLogged = (planId: string, operationId: string, doneOn: string | null) =>
  noteJob(jobKey(planId, operationId), doneOn).catch(() => {});

/** How far the clocks of a device and of the server may lie apart [ms]; assumption. */
const CLOCKS_APART_MS = 120_000;

/** What was logged or taken back on this device after a page was drawn, by job: a kept page does not know of it. */
export async function loggedSince(drawnAt: number): Promise<Record<string, string | null>> {
  const jobs = await jobsSince(drawnAt - CLOCKS_APART_MS).catch(() => []);
  return Object.fromEntries(jobs.map((job) => [job.key, job.doneOn]));
}

/** What arrived stands on the page as it is now: the device keeps that one. */
const keptPageIsOld = () => void import("../offline/keep").then((m) => m.keepThisPage()).catch(() => {});

/** Sends all that was kept; what is refused is set aside with its reason, and the rest goes on. */
export async function sendWaiting(): Promise<void> {
  let sent = false;
  for (const entry of await allWaiting()) {
    const answer = await post(entry);
    if (answer.kind === "kept") break;
    sent ||= answer.kind === "sent";
    await settle(entry.id, answer.kind === "refused" ? { entry, reason: answer.reason } : null);
    if (answer.kind === "refused" && !("kind" in entry)) await noteLogged(entry.planId, entry.operationId, null);
  }
  if (sent) keptPageIsOld();
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
  if (!reply.ok) return reply.reason;
  await noteLogged(planId, operationId, null);
  keptPageIsOld();
  return null;
}
