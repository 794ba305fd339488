/**
 * What the browser runs beside the pages: it keeps the week and what it is made of, so that a phone opens it in a field without a
 * network. Pages come from the network whenever there is one; what is kept is gone when somebody signs out.
 *
 * Bundled to public/service-worker.js by scripts/build-app.mjs.
 */

import { CacheFirst, ExpirationPlugin, NetworkFirst, Serwist, type SerwistPlugin } from "serwist";
import { KEPT_FOR } from "./kept-for";
import { FORGET, KEEP, keyOf, LOCK, type Message, STATIC_CACHE, VIEWS_CACHE } from "./messages";
import { notHerePage } from "./not-here-page";

declare const self: {
  addEventListener: (
    kind: "message",
    listener: (event: MessageEvent & { waitUntil: (work: Promise<unknown>) => void }) => void,
  ) => void;
};

/** Days after which what was kept is no longer shown: a week that is older helps nobody. */
const KEPT_DAYS = 7;
const DAY_S = 86_400;

/** Where the mark of whoever was last here stands. */
const LAST_HERE = "/kept-for";
const SIGN_IN = "/sign-in";

/** Whose page an answer is; null of one that nobody need be signed in for. */
async function whoseIs(response: Response): Promise<string | null> {
  if (!response.headers.get("content-type")?.includes("text/html")) return null;
  const who = new RegExp(`<meta name="${KEPT_FOR}" content="([0-9a-f]+)"`).exec(await response.text())?.[1] ?? null;
  if (who) await (await caches.open(STATIC_CACHE)).put(LAST_HERE, new Response(who));
  return who;
}

/** Whoever was last here: without a network no page says whose it is. Empty once their session has ended. */
const lastHere = async (): Promise<string> =>
  (await (await caches.open(STATIC_CACHE)).match(LAST_HERE).then((found) => found?.text())) ?? "";

/** Nobody is here: what is kept opens again when the one it is of is back. */
const lock = async (): Promise<void> => (await caches.open(STATIC_CACHE)).put(LAST_HERE, new Response(""));

/** Pages are kept under whose they are, and nobody else's are shown. */
const ofPerson: SerwistPlugin = {
  fetchDidSucceed: async ({ request, response, state }) => {
    // who is led to the sign-in, or refused for want of one, has no session any more
    if (
      response.status === 401 ||
      (request.mode === "navigate" && new URL(response.url || request.url).pathname === SIGN_IN)
    )
      await lock();
    // read beside the page, which does not wait for it
    if (request.mode === "navigate" && state) state.who = whoseIs(response.clone());
    return response;
  },
  cacheKeyWillBeUsed: async ({ request, mode, state }) =>
    keyOf(request.url, (mode === "write" ? await state?.who : null) ?? (await lastHere())),
  cacheWillUpdate: async ({ response, state }) =>
    response.status === 200 && (state?.who === undefined || (await state.who)) ? response : null,
  handlerDidError: async ({ request }) => (request.mode === "navigate" ? notHere() : undefined),
};

const views = new NetworkFirst({
  cacheName: VIEWS_CACHE,
  // the same page is the same, whatever was asked for with it
  matchOptions: { ignoreVary: true },
  plugins: [ofPerson, new ExpirationPlugin({ maxEntries: 80, maxAgeSeconds: KEPT_DAYS * DAY_S })],
});

/** What is said in the place of a page that is not kept, with those that are. */
async function notHere(): Promise<Response> {
  const who = await lastHere();
  const cache = await caches.open(VIEWS_CACHE);
  const pages: { href: string; title: string }[] = [];
  for (const { url } of await cache.keys()) {
    const own = new URL(url);
    if (own.searchParams.get("kept-for") !== who || own.pathname.startsWith("/api/")) continue;
    own.searchParams.delete("kept-for");
    const html = await (await cache.match(url, { ignoreVary: true }))?.text();
    const title =
      /<h1[^>]*>(.*?)<\/h1>/s.exec(html ?? "")?.[1] ?? /<title>([^<]*)/.exec(html ?? "")?.[1] ?? own.pathname;
    pages.push({ href: `${own.pathname}${own.search}`, title: title.replace(/<[^>]*>/g, "") });
  }
  return new Response(notHerePage(who === "" ? null : pages), {
    status: 503,
    headers: { "content-type": "text/html; charset=utf-8" },
  });
}

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
        sameOrigin && request.mode === "navigate" && !url.pathname.startsWith("/api/"),
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
  if (message?.kind === FORGET) event.waitUntil(Promise.all([caches.delete(VIEWS_CACHE), lock()]));
  if (message?.kind === LOCK) event.waitUntil(lock());
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
    const who = await whoseIs(response.clone());
    if (who) await cache.put(keyOf(response.url, who), response);
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
