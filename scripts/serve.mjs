// Serves the built application: a process for each core behind one address, each started again when it dies.
//   node scripts/serve.mjs
// HOST (127.0.0.1), PORT, WORKERS (cores), MOST_DEATHS (within a minute), STUCK_MS (without an answer), TLS_CERT and TLS_KEY (files), TRUSTED_PROXY: see README.md

import cluster from "node:cluster";
import fs from "node:fs";
import http from "node:http";
import https from "node:https";
import os from "node:os";
import path from "node:path";
import next from "next";
import { admit, answerHeaders, doorFrom, newNonce, waits } from "./front-door.mjs";

/** Deaths within so long after which nothing is started again [ms]. */
const DEATHS = Number(process.env.MOST_DEATHS ?? 6);
const WITHIN_MS = 60_000;
/** What is at work when it is told to end may finish so long [ms]. */
const FINISH_MS = 5000;
/** Each process says so often that it is alive; one that has not for so long is stuck, and is ended and started anew [ms]. */
const BEAT_MS = 1000;
const STUCK_MS = Number(process.env.STUCK_MS ?? 10_000);
/** After so long without a request, what was used to draw pages is given back to the machine [ms]. */
const QUIET_MS = 5000;
/** Connections to the database, together; a server of its own has a hundred. */
const CONNECTIONS = 60;

const host = process.env.HOST ?? "127.0.0.1";
const port = Number(process.env.PORT ?? 3027);

if (cluster.isPrimary) lead();
else await serve();

function lead() {
  const workers = Math.max(1, Math.min(64, Number(process.env.WORKERS) || os.availableParallelism()));
  // memory of pictures and files, which other threads take: spread over two places and not over eight for each core, more of it is given back
  const env = {
    MALLOC_ARENA_MAX: "2",
    DATABASE_CONNECTIONS: String(Math.max(3, Math.min(10, Math.floor(CONNECTIONS / workers)))),
  };
  // pages are drawn from much that lives briefly: a larger nursery spares the collector a tenth of the work
  cluster.setupPrimary({ execArgv: [...process.execArgv, "--max-semi-space-size=64", "--expose-gc"] });
  const deaths = [];
  let ready = 0;
  let ending = false;
  const start = () => {
    const worker = cluster.fork(env);
    worker.once("listening", () => {
      watch(worker, () => ending);
      if (++ready === workers) console.log(`Ready: ${workers} processes on ${host}:${port}`);
    });
    worker.once("exit", (code, signal) => {
      if (ending) return;
      const now = Date.now();
      deaths.push(now);
      const lately = deaths.filter((at) => now - at < WITHIN_MS).length;
      console.error(`server: a process ended (${signal ?? `code ${code}`})`);
      if (lately >= DEATHS) {
        console.error(`server: ${lately} processes ended within a minute; giving up`);
        end(1);
      } else start();
    });
  };
  const end = (code) => {
    ending = true;
    for (const worker of Object.values(cluster.workers ?? {})) worker?.process.kill("SIGTERM");
    const wait = setInterval(() => {
      if (Object.keys(cluster.workers ?? {}).length > 0) return;
      clearInterval(wait);
      process.exit(code);
    }, 50);
    setTimeout(() => process.exit(code), FINISH_MS + 2000).unref();
  };
  for (let i = 0; i < workers; i++) start();
  for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => ending || end(0));
}

/** Ends a process that no longer answers: what it is at is lost, what others are at goes on. */
function watch(worker, isEnding) {
  // a clock that stands while the machine sleeps
  let heard = performance.now();
  worker.on("message", (said) => {
    if (said === "alive") heard = performance.now();
  });
  const looking = setInterval(() => {
    const silent = performance.now() - heard;
    if (isEnding() || silent < STUCK_MS) return;
    console.error(`server: a process has not answered for ${Math.round(silent / 1000)} s and is ended`);
    worker.process.kill("SIGKILL");
  }, BEAT_MS);
  worker.once("exit", () => clearInterval(looking));
}

/** Bodies up to so many bytes are let run out first, or a browser that still sends would not hear the answer. */
const RUN_OUT_BYTES = 30_000_000;
const RUN_OUT_MS = 5000;

function refuse(request, response, { status, headers, body }) {
  const answer = () => response.headersSent || response.writeHead(status, headers).end(body);
  const length = Number(request.headers["content-length"] ?? 0);
  if (length > 0 && length <= RUN_OUT_BYTES) {
    request.resume().once("end", answer).once("error", answer);
    setTimeout(answer, RUN_OUT_MS).unref();
  } else answer();
}

async function serve() {
  const door = doorFrom(process.env);
  const app = next({ dev: false, dir: path.resolve(import.meta.dirname, ".."), hostname: host, port });
  await app.prepare();
  setInterval(() => process.connected && process.send("alive"), BEAT_MS).unref();
  const handle = app.getRequestHandler();
  const busy = { atWork: 0, waiting: 0 };
  // the runtime keeps the room that a busy hour needed: once after it, when nothing is at work, everything is collected
  const quiet = setTimeout(() => {
    if (busy.atWork + busy.waiting > 0) quiet.refresh();
    else globalThis.gc?.();
  }, QUIET_MS).unref();
  const take = (request, response) => {
    const refused = admit(request, door, busy);
    const nonce = newNonce();
    const headers = answerHeaders(nonce, request.headers["x-forwarded-proto"] === "https");
    for (const [name, value] of Object.entries(headers)) response.setHeader(name, value);
    if (refused) {
      refuse(request, response, refused);
      return;
    }
    // from here the application takes the nonce for its own scripts
    request.headers["content-security-policy"] = headers["Content-Security-Policy"];
    const kind = waits(request.url) ? "waiting" : "atWork";
    busy[kind]++;
    quiet.refresh();
    response.once("close", () => busy[kind]--);
    void handle(request, response).catch((error) => {
      console.error(error);
      if (!response.headersSent) response.writeHead(500);
      response.end();
    });
  };
  const options = { requestTimeout: 30_000, headersTimeout: 15_000, keepAliveTimeout: 20_000 };
  const server = door.tls
    ? https.createServer(
        { ...options, cert: fs.readFileSync(process.env.TLS_CERT), key: fs.readFileSync(process.env.TLS_KEY) },
        take,
      )
    : http.createServer(options, take);
  server.listen(port, host);
  process.once("SIGTERM", () => {
    server.close(() => process.exit(0));
    server.closeIdleConnections();
    setTimeout(() => process.exit(0), FINISH_MS).unref();
  });
  process.on("SIGINT", () => {});
  process.on("disconnect", () => process.exit(0));
}
