"use client";

/** What the device keeps until the server has it: log entries, rain, counts and photos, in the order in which they were written. */

import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import { DAY_MS } from "@/core/dates";
import { keptFor } from "../offline/kept-for";
import type { Kept, SetAside } from "./kept-entries";
import { COUNT_KEY, countKey, LOG_EVENT, OLD_KEYS } from "./log-keys";

/** `for` is whose it is; what an earlier version of the program kept has none and is whoever's is here. */
interface Stores extends DBSchema {
  waiting: { key: number; value: { entry: Kept; for?: string }; indexes: { id: string } };
  refused: { key: string; value: SetAside & { id: string; for?: string } };
  /** jobs that were logged or taken back on this device, by plan and job */
  jobs: { key: string; value: JobLogged };
}
interface JobLogged {
  key: string;
  for: string;
  /** null where it was taken back */
  doneOn: string | null;
  /** when it was said [ms] */
  at: number;
}
/** After so long every page that can be opened knows of it [ms]. */
const JOBS_KEPT_MS = 8 * DAY_MS;
/** What is here is of whoever is here. */
const own = (line: { for?: string }) => line.for === undefined || line.for === keptFor();
type Device = IDBPDatabase<Stores>;

const NAME = "wheatonomy";
let opened: Promise<Device> | null = null;

/** The store, opened once a page; what an earlier version of the program kept in another place comes along. */
export function device(): Promise<Device> {
  opened ??= openDB<Stores>(NAME, 2, {
    upgrade(db, before) {
      if (before < 1) {
        db.createObjectStore("waiting", { autoIncrement: true }).createIndex("id", "entry.id");
        db.createObjectStore("refused", { keyPath: "id" });
      }
      if (before < 2) db.createObjectStore("jobs", { keyPath: "key" });
    },
    // another page asks for a newer store: this one lets go of it
    blocking: () => void forget(),
    terminated: () => {
      opened = null;
    },
  }).then(async (db) => {
    await bringOld(db);
    return db;
  });
  // what could not be opened is tried again by the next one who asks
  opened.catch(() => {
    opened = null;
  });
  return opened;
}

/** Closes the store; the next one who asks opens it again. */
export async function forget(): Promise<void> {
  const own = opened;
  opened = null;
  (await own?.catch(() => null))?.close();
}

async function bringOld(db: Device): Promise<void> {
  for (const key of OLD_KEYS) {
    const list = readOld(key);
    if (list.length === 0) continue;
    const tx = db.transaction(["waiting", "refused"], "readwrite");
    for (const one of list)
      if (one && typeof one === "object" && "reason" in one)
        await tx.objectStore("refused").put({ ...(one as SetAside), id: (one as SetAside).entry.id });
      else await tx.objectStore("waiting").add({ entry: one as Kept });
    await tx.done;
    localStorage.removeItem(key);
  }
}

function readOld(key: string): unknown[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(key) ?? "[]");
    return Array.isArray(list) ? list : [];
  } catch {
    return [];
  }
}

/** Entries that wait, the oldest first. */
export const allWaiting = async (): Promise<Kept[]> =>
  (await (await device()).getAll("waiting")).filter(own).map((w) => w.entry);

/** Entries that the server refused, each with why. */
export const allRefused = async (): Promise<SetAside[]> =>
  (await (await device()).getAll("refused")).filter(own).map(({ entry, reason }) => ({ entry, reason }));

/** Notes that a job was logged here, or taken back, for pages that were drawn before. */
export async function noteJob(key: string, doneOn: string | null): Promise<void> {
  const db = await device();
  const now = Date.now();
  await db.put("jobs", { key, for: keptFor(), doneOn, at: now });
  for (const job of await db.getAll("jobs")) if (now - job.at > JOBS_KEPT_MS) await db.delete("jobs", job.key);
}

/** What was logged or taken back here since a moment [ms]. */
export const jobsSince = async (moment: number): Promise<JobLogged[]> =>
  (await (await device()).getAll("jobs")).filter((job) => own(job) && job.at > moment);

/** Puts an entry behind the others; the one that was there under its id goes. */
export async function keep(entry: Kept): Promise<void> {
  const tx = (await device()).transaction("waiting", "readwrite");
  for (const key of await tx.store.index("id").getAllKeys(entry.id)) await tx.store.delete(key);
  await tx.store.add({ entry, for: keptFor() });
  await tx.done;
  await tell();
}

/** An entry has arrived, or is set aside with what the server says against it. */
export async function settle(id: string, refusal: SetAside | null): Promise<void> {
  const tx = (await device()).transaction(["waiting", "refused"], "readwrite");
  const waiting = tx.objectStore("waiting");
  for (const key of await waiting.index("id").getAllKeys(id)) await waiting.delete(key);
  if (refusal) await tx.objectStore("refused").put({ ...refusal, id, for: keptFor() });
  await tx.done;
  await tell();
}

/** Lets go of an entry that was set aside. */
export async function letGoOf(id: string): Promise<void> {
  await (await device()).delete("refused", id);
  await tell();
}

/** How many there are stands where a page can read it without opening the store; whoever shows it is told. */
async function tell(): Promise<void> {
  const count = (await allWaiting()).length + (await allRefused()).length;
  localStorage.removeItem(COUNT_KEY);
  if (count === 0) localStorage.removeItem(countKey());
  else localStorage.setItem(countKey(), String(count));
  window.dispatchEvent(new Event(LOG_EVENT));
}
