"use client";

import { FORGET, KEEP, type Message, VIEWS_CACHE } from "./messages";

const SCRIPT = "/service-worker.js";
/** What opens without a network: what one does in a field. */
const KEPT_PATHS = ["/week"];

/** Starts the service worker, where the browser has one, and has it keep the week. */
export async function keepForTheField(): Promise<void> {
  if (!("serviceWorker" in navigator)) return;
  try {
    await navigator.serviceWorker.register(SCRIPT, { updateViaCache: "none" });
    say((await navigator.serviceWorker.ready).active, { kind: KEEP, paths: KEPT_PATHS, scripts: loadedScripts() });
  } catch {
    // without one the program works as long as there is a network
  }
}

/** Pages of whoever signs out are gone from the device. */
export async function forgetPages(): Promise<void> {
  if (!("serviceWorker" in navigator) || !("caches" in window)) return;
  say(navigator.serviceWorker.controller, { kind: FORGET });
  await caches.delete(VIEWS_CACHE).catch(() => false);
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
