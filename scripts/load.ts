/**
 * Many people at once, on this machine: npm run load [-- --users 200 --pause 5 --seconds 60 --warm 600 --small --whole --base URL]
 * Starts the application on a database of its own with 600 fields (--small: the demo's), signs some people in, and lets them
 * read and write as a practice does. As in a browser, the first page that somebody opens comes whole, and what they go on to
 * from there as what differs of it (--whole: every page comes whole, as if each were typed into the address line). Before it
 * measures, it does each of these so many times (--warm), as two minutes of it would: a server that was started just now
 * still compiles what it runs. Prints what was answered, how fast, and what the servers held before and after; exits with 1
 * where an answer was 500. With --base it asks a server that runs already, of the demo, and measures no memory.
 */

import { execFileSync } from "node:child_process";
import http from "node:http";
import path from "node:path";
import { parseArgs } from "node:util";
import { computeCacheBustingSearchParam } from "next/dist/shared/lib/router/utils/cache-busting-search-param";
import { DEMO_EMAIL, DEMO_PASSWORD, startApp } from "./app-under-test";
import { LARGE_EMAIL } from "./large-practice";

/** People come to work within so many pauses: their first pages are whole, and all of them at once would be a morning of its own. */
const ARRIVING = 4;
/** People at most: more would measure the generator. */
const MOST_USERS = 400;
const { values: options } = parseArgs({
  options: {
    users: { type: "string", default: "200" },
    pause: { type: "string", default: "5" },
    seconds: { type: "string", default: "60" },
    small: { type: "boolean", default: false },
    whole: { type: "boolean", default: false },
    warm: { type: "string", default: "600" },
    base: { type: "string" },
  },
});
const users = Math.min(MOST_USERS, Number(options.users));
const pauseMs = 1000 * Number(options.pause);
const seconds = Number(options.seconds);
process.chdir(path.resolve(import.meta.dirname, ".."));

const app = options.base ? null : await startApp(path.resolve(".local/load-database"));
// whatever goes wrong: what was started here ends here
process.on("uncaughtException", async (error) => {
  console.error(error);
  await app?.stop();
  process.exit(2);
});
const base = new URL(options.base ?? (app as NonNullable<typeof app>).base);
const agent = new http.Agent({ keepAlive: true, maxSockets: MOST_USERS });
let email = DEMO_EMAIL;
if (app && !options.small) {
  const env = { ...process.env, DATABASE_URL: app.database.url, MIGRATION_DATABASE_URL: app.database.ownerUrl };
  execFileSync("node_modules/.bin/tsx", ["scripts/load-large.ts"], { env, stdio: "pipe" });
  email = LARGE_EMAIL;
}

interface Answer {
  status: number;
  body: string;
  cookies: string[];
  ms: number;
}
function ask(
  method: string,
  where: string,
  cookie: string,
  body?: unknown,
  more: Record<string, string> = {},
): Promise<Answer> {
  const text = body === undefined ? undefined : JSON.stringify(body);
  const began = performance.now();
  return new Promise((resolve) => {
    // a connection that was kept may have been ended just now: a browser asks again over another one, and so is it here
    const failed = (error: NodeJS.ErrnoException) => {
      if (request.reusedSocket && error.code === "ECONNRESET") resolve(ask(method, where, cookie, body, more));
      else resolve({ status: 0, body: "", cookies: [], ms: performance.now() - began });
    };
    const request = http.request(
      {
        agent,
        method,
        host: base.hostname,
        port: base.port,
        path: where,
        headers: {
          cookie,
          origin: base.origin,
          ...more,
          ...(text === undefined
            ? {}
            : { "content-type": "application/json", "content-length": Buffer.byteLength(text) }),
        },
      },
      (response) => {
        const parts: Buffer[] = [];
        response.on("data", (part: Buffer) => parts.push(part));
        response.on("error", failed);
        response.on("end", () =>
          resolve({
            status: response.statusCode ?? 0,
            body: Buffer.concat(parts).toString(),
            cookies: response.headers["set-cookie"] ?? [],
            ms: performance.now() - began,
          }),
        );
      },
    );
    request.on("error", failed);
    request.end(text);
  });
}

const signedIn = await ask("POST", "/api/auth/sign-in/email", "", { email, password: DEMO_PASSWORD });
if (signedIn.status !== 200) throw new Error(`sign-in: ${signedIn.status} ${signedIn.body.slice(0, 200)}`);
const cookie = signedIn.cookies.map((c) => c.split(";")[0]).join("; ");
if (app) {
  // the worker drafts all outlines first, as it would have overnight
  for (let round = 0; round < 240; round++) {
    const { body } = await ask("GET", "/api/outlines?basis=draft", cookie);
    const { done, of } = JSON.parse(body) as { done: number; of: number };
    if (done === of) break;
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
}

// every plan of the season, not only those that the first screen of a list shows
const rows = await ask("GET", options.base ? "/fields" : "/api/season?season=2027", cookie);
const named = options.base ? /\/plans\/([0-9a-f-]{36})/g : /\["([0-9a-f-]{36})",/g;
const plans = [...new Set([...rows.body.matchAll(named)].map((m) => m[1] as string))];
if (plans.length === 0) throw new Error(`no plans to ask for: ${rows.status} ${rows.body.slice(0, 200)}`);

/** Memory of all server processes [MB]. */
function memoryMb(): number {
  if (!app) return 0;
  const list = execFileSync("ps", ["-eo", "rss=,args="], { encoding: "utf8" }).split("\n");
  const own = list.filter((line) => line.includes(`scripts/serve.mjs`));
  return own.reduce((sum, line) => sum + Number(line.trim().split(/\s+/)[0]), 0) / 1024;
}

/** Seconds of the processor that each kind of process has had. */
function processorSeconds(): Record<string, number> {
  const kinds = {
    servers: /scripts\/serve\.mjs/,
    worker: /scripts\/worker\.ts/,
    database: /postgres/,
    generator: /scripts\/load\.ts/,
  };
  const lines = execFileSync("ps", ["-eo", "cputimes=,args="], { encoding: "utf8" }).split("\n");
  return Object.fromEntries(
    Object.entries(kinds).map(([kind, pattern]) => [
      kind,
      lines.filter((l) => pattern.test(l)).reduce((sum, l) => sum + Number(l.trim().split(/\s+/)[0]), 0),
    ]),
  );
}

let drawn = 20_261_126;
const random = () => {
  drawn = (Math.imul(drawn, 1_103_515_245) + 12_345) >>> 0;
  return drawn / 2 ** 32;
};
const answers: { what: string; status: number; ms: number; at: number }[] = [];
/** Somebody at work, and the page that their browser shows. */
interface Person {
  at: string | null;
}
/** One thing that a person does, and how often of a hundred. */
const DOINGS: [share: number, what: string, doing: (person: Person) => Promise<Answer>][] = [
  [40, "plan", (person) => open(person, `/plans/${plan()}`)],
  [15, "week", (person) => open(person, "/week")],
  [8, "season", (person) => open(person, "/season")],
  [7, "season's rows", () => ask("GET", "/api/season?season=2027", cookie)],
  [10, "fields", (person) => open(person, "/fields")],
  [20, "save", save],
];
/** By hundredths. */
const DOING_OF = DOINGS.flatMap((doing) => Array.from({ length: doing[0] }, () => doing));
const plan = () => plans[Math.floor(random() * plans.length)] as string;
/** A page: whole where a browser shows none yet, else what differs from the one that it shows, as a link asks for it. */
async function open(person: Person, where: string): Promise<Answer> {
  const from = options.whole ? null : person.at;
  const answer = await (from === null ? ask("GET", where, cookie) : followed(where, from));
  if (answer.status === 200) person.at = where;
  return answer;
}
async function followed(where: string, from: string): Promise<Answer> {
  const tree = encodeURIComponent(JSON.stringify(treeOf(from)));
  const mark = await computeCacheBustingSearchParam(undefined, undefined, tree, from);
  return ask("GET", `${where}?_rsc=${mark}`, cookie, undefined, {
    rsc: "1",
    "next-url": from,
    "next-router-state-tree": tree,
  });
}
/** What a browser says that it shows already: the parts of the address, from the root down. */
function treeOf(where: string): unknown[] {
  const [first, id] = where.slice(1).split("/");
  const under = (part: unknown, children: unknown[]) => [part, { children }, null, null, 0];
  const page = ["__PAGE__", {}, null, null, 0];
  const inner = id === undefined ? page : under(["id", id, "d", null], page);
  return ["", { children: under("(practice)", under(first, inner)) }, null, null, 16];
}
/** As a screen does: with the revision that it has, or the one that the answer gives where it was stale. */
const known = new Map<string, { revision: number; decisions: Record<string, unknown> }>();
async function save(): Promise<Answer> {
  const id = plan();
  const now = known.get(id) ?? (await opened(id));
  const decisions = { ...now.decisions, targetTPerHa: 4 + Math.round(random() * 40) / 10 };
  return put(id, now.revision, decisions);
}
async function put(id: string, revision: number, decisions: Record<string, unknown>): Promise<Answer> {
  const answer = await ask("PUT", `/api/plans/${id}`, cookie, { revision, decisions });
  const told = answer.status === 200 || answer.status === 409 ? JSON.parse(answer.body) : null;
  if (told) known.set(id, { revision: told.revision, decisions: told.decisions ?? decisions });
  return answer;
}
/** One that no plan has come to. */
const NO_REVISION = 1_000_000_000;
/** What stands in a plan, as the screen knows it that opened it: the answer to what is stale says it. */
async function opened(id: string): Promise<{ revision: number; decisions: Record<string, unknown> }> {
  // an older version of the application, that this one is compared with, has older decisions
  for (const version of [2, 1]) {
    await put(id, NO_REVISION, { version, crop: { guideId: "wheat" } });
    const stands = known.get(id);
    if (stands) return stands;
  }
  throw new Error(`plan ${id} does not say what stands in it`);
}
async function work(until: number, from: number): Promise<void> {
  const person: Person = { at: null };
  await new Promise((resolve) => setTimeout(resolve, from));
  while (Date.now() < until) {
    const [, what, doing] = DOING_OF[Math.floor(random() * DOING_OF.length)] as (typeof DOINGS)[0];
    const { status, ms } = await doing(person);
    answers.push({ what, status, ms, at: Date.now() - began });
    if (status === 503) await new Promise((resolve) => setTimeout(resolve, 2000));
    if (pauseMs > 0) await new Promise((resolve) => setTimeout(resolve, pauseMs * (0.5 + random())));
  }
}

// every process warm, every plan known to its screen, and nothing measured yet
for (const id of plans) await opened(id);
for (let i = 0; i < Number(options.warm); i++) {
  const person: Person = { at: i % 2 ? "/week" : null };
  await Promise.all(DOINGS.map(([, , doing]) => doing({ ...person })));
}
const before = memoryMb();
const processorBefore = processorSeconds();
const began = Date.now();
await Promise.all(
  Array.from({ length: users }, (_, i) =>
    work(began + seconds * 1000, (i / users) * Math.max(500, ARRIVING * pauseMs)),
  ),
);
const took = (Date.now() - began) / 1000;
const loaded = memoryMb();
const processor = Object.entries(processorSeconds()).map(
  ([kind, now]) => `${kind} ${((now - (processorBefore[kind] ?? 0)) / took).toFixed(2)}`,
);

const at = (list: number[], share: number) => list[Math.min(list.length - 1, Math.floor(share * list.length))] ?? 0;
const served = answers.filter((a) => a.status !== 503 && a.status !== 0);
const sorted = (list: { ms: number }[]) => list.map((a) => a.ms).sort((a, b) => a - b);
console.log(
  `${users} users, ${options.pause} s pause, ${plans.length} plans, ${options.whole ? "every page whole" : "pages as links ask for them"}, ${took.toFixed(0)} s: ${answers.length} requests, ${(answers.length / took).toFixed(0)} a second`,
);
for (const what of ["all", ...DOINGS.map(([, w]) => w)]) {
  const own = served.filter((a) => what === "all" || a.what === what);
  const ms = sorted(own);
  console.log(
    `  ${what.padEnd(14)} ${String(own.length).padStart(6)} served   median ${at(ms, 0.5).toFixed(0).padStart(5)} ms   p95 ${at(ms, 0.95).toFixed(0).padStart(5)} ms`,
  );
}
for (let from = 0; from < took; from += 10) {
  const then = answers.filter((a) => a.at >= from * 1000 && a.at < (from + 10) * 1000);
  const ms = sorted(then.filter((a) => a.status !== 503));
  console.log(
    `  from ${String(from).padStart(3)} s ${String(then.length).padStart(6)} asked    median ${at(ms, 0.5).toFixed(0).padStart(5)} ms   p95 ${at(ms, 0.95).toFixed(0).padStart(5)} ms   503: ${then.filter((a) => a.status === 503).length}`,
  );
}
const statuses = new Map<number, number>();
for (const { status } of answers) statuses.set(status, (statuses.get(status) ?? 0) + 1);
console.log(
  `  answers: ${[...statuses]
    .sort(([a], [b]) => a - b)
    .map(([s, n]) => `${s || "none"} ${n}`)
    .join(", ")}`,
);
console.log(`  cores at work: ${processor.join(", ")}`);
if (app) {
  await new Promise((resolve) => setTimeout(resolve, 15_000));
  const after = memoryMb();
  console.log(
    `  memory of the servers: ${before.toFixed(0)} MB before, ${loaded.toFixed(0)} under load, ${after.toFixed(0)} after 15 s (${((after / before - 1) * 100).toFixed(0)} %)`,
  );
  await app.stop();
}
agent.destroy();
process.exit([...statuses].some(([s]) => s === 0 || (s >= 500 && s !== 503)) ? 1 : 0);
