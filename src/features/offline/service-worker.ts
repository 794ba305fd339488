/**
 * What the browser runs beside the pages: it keeps the week and what it is made of, so that a phone opens it in a field without a
 * network. Pages come from the network whenever there is one; what is kept is gone when somebody signs out.
 *
 * Bundled to public/service-worker.js by scripts/build-app.mjs.
 */

import { CacheFirst, ExpirationPlugin, NetworkFirst, Serwist, type SerwistPlugin } from "serwist";
import { FORGET, KEEP, type Message, STATIC_CACHE, VIEWS_CACHE } from "./messages";

declare const self: {
  addEventListener: (
    kind: "message",
    listener: (event: MessageEvent & { waitUntil: (work: Promise<unknown>) => void }) => void,
  ) => void;
};

/** Days after which what was kept is no longer shown: a week that is older helps nobody. */
const KEPT_DAYS = 7;
const DAY_S = 86_400;

const views = new NetworkFirst({
  cacheName: VIEWS_CACHE,
  // the same page is the same, whatever was asked for with it
  matchOptions: { ignoreVary: true },
  plugins: [new ExpirationPlugin({ maxEntries: 40, maxAgeSeconds: KEPT_DAYS * DAY_S })],
});

/**
 * A web worker learns from its address, behind the #, which one it is, and takes the address of the answer that it is started with. A kept
 * answer has that of the first worker that was ever started; a copy has none, and so the worker keeps its own.
 */
const ownAddress: SerwistPlugin = {
  handlerWillRespond: async ({ request, response }) =>
    request.destination === "worker" ? new Response(response.body, response) : response,
};

const serwist = new Serwist({
  skipWaiting: true,
  clientsClaim: true,
  runtimeCaching: [
    {
      // named by what is in them: they never change
      matcher: ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith("/_next/static/"),
      handler: new CacheFirst({
        cacheName: STATIC_CACHE,
        plugins: [new ExpirationPlugin({ maxEntries: 400, maxAgeSeconds: 30 * DAY_S }), ownAddress],
      }),
    },
    {
      matcher: ({ request, url, sameOrigin }) =>
        sameOrigin && request.mode === "navigate" && /^\/(week|plans|season|treatments)(\/|$)/.test(url.pathname),
      handler: views,
    },
    {
      matcher: ({ request, url, sameOrigin }) =>
        sameOrigin && request.method === "GET" && /^\/api\/plans\/[^/]+\/walk$/.test(url.pathname),
      handler: views,
    },
  ],
});
serwist.addEventListeners();

self.addEventListener("message", (event) => {
  const message = event.data as Message;
  if (message?.kind === KEEP) event.waitUntil(Promise.all([keepPages(message.paths), keepScripts(message.scripts)]));
  if (message?.kind === FORGET) event.waitUntil(caches.delete(VIEWS_CACHE));
});

/** Fetches pages that were reached without a whole load, so that they open without a network too. */
async function keepPages(paths: string[]): Promise<void> {
  const cache = await caches.open(VIEWS_CACHE);
  for (const path of paths) {
    const response = await fetch(path, { headers: { accept: "text/html" }, credentials: "same-origin" }).catch(
      () => null,
    );
    // a page that led to the sign-in is none of those that were asked for
    if (!response?.ok || response.redirected) continue;
    const html = await response.clone().text();
    await cache.put(path, response);
    await keepScripts([...new Set(html.match(/\/_next\/static\/[^"'\\ )]+/g) ?? [])]);
  }
}

/** What pages are made of, as far as it is not kept yet: it was loaded before this worker listened. */
async function keepScripts(scripts: string[]): Promise<void> {
  const cache = await caches.open(STATIC_CACHE);
  for (const script of scripts) {
    if (await cache.match(script)) continue;
    const response = await fetch(script).catch(() => null);
    if (response?.ok) await cache.put(script, response);
  }
}
