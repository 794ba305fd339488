"use client";

import { FORGET, KEEP, LOCK, type Message, VIEWS_CACHE } from "./messages";

const SCRIPT = "/service-worker.js";
/** What opens without a network whether it was looked at or not: what one does in a field. */
const ALWAYS = ["/week"];
/** What one has in a field: there pages are kept that were reached without being loaded whole. */
const IN_HAND = "(pointer: coarse), (max-width: 800px)";

/** Starts the service worker, where the browser has one, and has it keep the week and this page. */
export async function keepForTheField(): Promise<void> {
  if (!("serviceWorker" in navigator)) return;
  try {
    await navigator.serviceWorker.register(SCRIPT, { updateViaCache: "none" });
    await keepPages(ALWAYS);
    await keepOnPhone([here()]);
  } catch {
    // without one the program works as long as there is a network
  }
}

/** Has pages fetched and kept, on what one has in a field; elsewhere it would be work for nothing. */
export async function keepOnPhone(paths: string[]): Promise<void> {
  if (window.matchMedia(IN_HAND).matches) await keepPages(paths);
}

/** The page as it is now, for what was logged stands on it. */
export const keepThisPage = (): Promise<void> => keepOnPhone([...new Set([...ALWAYS, here()])]);

/** Pages of whoever signs out are gone from the device. */
export async function forgetPages(): Promise<void> {
  if (!("serviceWorker" in navigator) || !("caches" in window)) return;
  say(navigator.serviceWorker.controller, { kind: FORGET });
  await caches.delete(VIEWS_CACHE).catch(() => false);
}

/** The session has ended: kept pages stay, and open again when the one they are of is back. */
export function lockPages(): void {
  if ("serviceWorker" in navigator) say(navigator.serviceWorker.controller, { kind: LOCK });
}

/** Whether the device keeps anything of somebody. */
export async function keepsAnything(): Promise<boolean> {
  if (Object.keys(localStorage).length > 0) return true;
  if (!("caches" in window) || !(await caches.has(VIEWS_CACHE))) return false;
  return (await (await caches.open(VIEWS_CACHE)).keys()).length > 0;
}

/** Nothing of anybody is left on the device: pages, entries that were not sent, what was typed and not saved. */
export async function emptyDevice(): Promise<void> {
  await forgetPages();
  localStorage.clear();
  const { openDB } = await import("idb");
  // emptied and not deleted: the service worker has some of them open
  for (const { name } of (await indexedDB.databases?.()) ?? []) {
    if (!name) continue;
    const db = await openDB(name);
    for (const store of db.objectStoreNames) await db.clear(store);
    db.close();
  }
}

const here = () => `${location.pathname}${location.search}`;

async function keepPages(paths: string[]): Promise<void> {
  if (!("serviceWorker" in navigator) || !navigator.onLine) return;
  say((await navigator.serviceWorker.ready).active, { kind: KEEP, paths, scripts: loadedScripts() });
}

/** Scripts, styles and fonts that this page has loaded by now, the later ones too. */
const loadedScripts = (): string[] =>
  performance
    .getEntriesByType("resource")
    .map((e) => e.name)
    .filter((name) => name.startsWith(`${location.origin}/_next/static/`));

function say(worker: ServiceWorker | null, message: Message): void {
  worker?.postMessage(message);
}
