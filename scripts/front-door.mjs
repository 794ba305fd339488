// What every request passes before the application sees it: who it comes from, how large it may be, what its answer says
// to browsers, and whether there is room for it. Plain functions of a request, so that they can be tested by themselves.

import { randomBytes } from "node:crypto";
import os from "node:os";
import proxyAddr from "proxy-addr";

/** Bytes of a body; the largest that anybody sends is a file of measured weather. */
export const MOST_BYTES = 4_500_000;
/** Bytes of a body where a whole practice, or the table of one, comes as a file; read only of those who may send it. */
export const MOST_FILE_BYTES = 60_000_000;
const TAKES_FILES = /^\/api\/(practice\/file|imports)(\?|$)/;
/** Bytes of a body of somebody who is only signing in. */
export const MOST_SIGN_IN_BYTES = 10_000;
/** What waits for something else than the processor: a document for its thread, a password for its delay. */
const WAITS = /^\/api\/(plans\/[^/]+\/versions\/|auth\/)/;
/** Such requests at once in one process; each of them has limits of its own besides. */
export const MOST_WAITING = 60;
/** Requests at work in one process; pages stand in line for the processor behind them, so more only wait longer. */
export const MOST_AT_WORK = 32;
const RETRY_SECONDS = 2;

/** A host without its port, as names are compared. Example: "[::1]:3027" is "::1", "Plans.Example" is "plans.example". */
const nameOf = (host = "") =>
  host
    .replace(/^\[([^\]]*)\].*$/, "$1")
    .replace(/^([^:]*):\d+$/, "$1")
    .toLowerCase();

/** Names under which this is asked for: those of this machine, and what it was told; a name that leads here from elsewhere is none. */
function hostsFrom({ HOST, BETTER_AUTH_URL }) {
  const told = URL.canParse(BETTER_AUTH_URL ?? "") ? [nameOf(new URL(BETTER_AUTH_URL).host)] : [];
  return new Set([
    "127.0.0.1",
    "localhost",
    "::1",
    os.hostname().toLowerCase(),
    ...(HOST ? [nameOf(HOST)] : []),
    ...told,
  ]);
}

/**
 * What the environment says of the world around: TRUSTED_PROXY (addresses or networks, by commas) may say whom it speaks
 * for; TLS_CERT and TLS_KEY name files; HOST and BETTER_AUTH_URL are names that this goes by.
 *
 * @param {Record<string, string | undefined>} env
 */
export function doorFrom(env) {
  const proxies = (env.TRUSTED_PROXY ?? "").split(",").flatMap((p) => (p.trim() ? [p.trim()] : []));
  try {
    return {
      trusts: proxyAddr.compile(proxies),
      tls: Boolean(env.TLS_CERT && env.TLS_KEY),
      hosts: hostsFrom(env),
    };
  } catch (error) {
    throw new Error(
      `TRUSTED_PROXY: ${env.TRUSTED_PROXY} given, allowed are addresses, networks like 10.0.0.0/8, or loopback, by commas (${error instanceof Error ? error.message : error}).`,
    );
  }
}

/** A refusal as it goes out: short, and closed where more of a body would follow. */
const refusal = (status, error, headers = {}) => ({
  status,
  headers: {
    "content-type": "application/json; charset=utf-8",
    "cache-control": "no-store",
    connection: "close",
    ...headers,
  },
  body: JSON.stringify({ error }),
});

/**
 * Looks at a request before anything of it is read. Gives the refusal that it gets, or null and then its headers say who
 * it comes from, whatever it claimed itself.
 *
 * @param {import("node:http").IncomingMessage} request
 * @param {{ trusts: (address: string, distance: number) => boolean, tls: boolean, hosts: ReadonlySet<string> }} door
 * @param {{ atWork: number, waiting: number }} busy requests that this process works at, and those that only wait
 */
export function admit(request, door, { atWork, waiting }) {
  const { url = "/", method = "GET", headers } = request;
  try {
    decodeURI(url);
  } catch {
    return refusal(400, "The address is not well formed.");
  }
  if (url.length > 4000) return refusal(414, "The address is too long.");
  const from = request.socket.remoteAddress ?? "";
  const trusted = door.trusts(from, 0);
  const client = trusted ? safely(() => proxyAddr(request, door.trusts), from) : from;
  const secure = door.tls || (trusted && headers["x-forwarded-proto"] === "https");
  if (!trusted) delete headers["x-forwarded-host"];
  // by the address that it was reached at, or by a name that it was told: no page of elsewhere gets at it by a name of its own
  const own = nameOf(request.socket.localAddress?.replace(/^::ffff:/, ""));
  for (const host of [headers.host, headers["x-forwarded-host"] ?? headers.host])
    if (!door.hosts.has(nameOf(host)) && (own === "" || nameOf(host) !== own))
      return refusal(421, "This is not served under that name. BETTER_AUTH_URL says which one people type.");
  headers["x-forwarded-for"] = client;
  headers["x-forwarded-proto"] = secure ? "https" : "http";
  delete headers["content-security-policy"];

  if (headers["transfer-encoding"] !== undefined) return refusal(411, "Say how long the body is (Content-Length).");
  const length = Number(headers["content-length"] ?? 0);
  const most = url.startsWith("/api/auth/") ? MOST_SIGN_IN_BYTES : TAKES_FILES.test(url) ? MOST_FILE_BYTES : MOST_BYTES;
  if (!(length <= most)) return refusal(413, `The body has ${length} bytes; allowed are ${most}.`);
  if (method !== "GET" && method !== "HEAD" && !["POST", "PUT", "DELETE"].includes(method))
    return refusal(405, "There is nothing here that is done so.");
  if (!url.startsWith("/_next/") && (waits(url) ? waiting >= MOST_WAITING : atWork >= MOST_AT_WORK)) {
    const later = { "retry-after": String(RETRY_SECONDS), connection: "keep-alive" };
    return headers.accept?.includes("text/html")
      ? {
          ...refusal(503, "", { ...later, "content-type": "text/html; charset=utf-8" }),
          body: FULL_HOUSE,
        }
      : refusal(503, "Too much is asked for at once. What you typed is kept here and will be sent again.", later);
  }
  return null;
}

/** Whether a request mostly waits, so that it takes no place from those that are worked at. */
export const waits = (url = "/") => WAITS.test(url);

/** For whoever opens a page while there is no room: it comes by itself. */
const FULL_HOUSE = `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><meta http-equiv="refresh" content="${RETRY_SECONDS}"><title>One moment</title><body style="font: 16px sans-serif; max-width: 36em; margin: 4em auto; padding: 0 1em"><h1>One moment</h1><p>Too much is asked for at once. This page comes by itself in ${RETRY_SECONDS} seconds; nothing that you typed is lost.</p></body></html>`;

function safely(work, otherwise) {
  try {
    return work() ?? otherwise;
  } catch {
    return otherwise;
  }
}

/**
 * Headers of every answer, with what scripts may run on a page: those that carry the nonce of this answer.
 *
 * @param {string} nonce
 * @param {boolean} secure
 */
export function answerHeaders(nonce, secure) {
  return {
    "Content-Security-Policy": [
      "default-src 'self'",
      `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'`,
      // positions on the ribbon and of popovers are styles of their elements
      "style-src 'self' 'unsafe-inline'",
      "img-src 'self' data: blob:",
      "worker-src 'self' blob:",
      "object-src 'none'",
      "base-uri 'none'",
      "form-action 'self'",
      "frame-ancestors 'none'",
    ].join("; "),
    "Permissions-Policy": "camera=(), microphone=(), geolocation=(), payment=(), usb=()",
    "Cross-Origin-Opener-Policy": "same-origin",
    ...(secure ? { "Strict-Transport-Security": "max-age=31536000" } : {}),
  };
}

export const newNonce = () => randomBytes(16).toString("base64");
