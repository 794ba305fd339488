/**
 * Asks the application for what nobody should: npm run attack [-- --requests 20000 --seed 3]
 * Starts it on loopback with a database of its own and the demo, and sends it requests of every call and role, drawn by the
 * calls' own schemas (sound, at the ends of what is allowed, and against it), odd addresses, files that ask for much, and the
 * same entry from many at once. Prints what was tried and how it was answered, and exits with 1 where an answer was an error of
 * the server, took too long, a process ended, or the servers hold much more than before. The same seed asks the same.
 */

import { execFileSync } from "node:child_process";
import { randomUUID } from "node:crypto";
import path from "node:path";
import { parseArgs } from "node:util";
import fc from "fast-check";
import pg from "pg";
import { type DrawnRequest, drawnBodies, drawnReads } from "../tests/support/drawn-requests";
import { HOSTILE } from "../tests/support/hostile-files";
import { DEMO_PASSWORD, startApp } from "./app-under-test";

/** No answer takes longer [ms], and the servers hold no more than so much more in the end [MB]. */
const MOST_MS = 10_000;
const MOST_MB = 300;
const QUIET_MS = 75_000;
/** Rounds before what is held is measured. */
const WARM_ROUNDS = 40;
/** Sent at once; more would wait for each other and not for the servers. */
const AT_ONCE = 12;
/** What would end the sessions that the others are sent with. */
const ENDS_SESSIONS = ["DELETE /api/sessions", "POST /api/auth/sign-out"];
const PEOPLE = {
  owner: "imre@castellan.example",
  assistant: "noor@castellan.example",
  grower: "grower@pennick.example",
} as const;

const { values } = parseArgs({
  options: { requests: { type: "string", default: "20000" }, seed: { type: "string", default: "3" } },
});
const wanted = Math.max(1, Math.min(200_000, Number(values.requests) || 0));
const seed = Number(values.seed) || 0;
process.chdir(path.resolve(import.meta.dirname, ".."));
const app = await startApp(path.resolve(".local/attack-database"), { MOST_DEATHS: "100000" });
const failed: string[] = [];
const tried = new Map<string, Map<number, number>>();
let slowest = { ms: 0, what: "" };

const lines = (args: string[]) => execFileSync("ps", args, { encoding: "utf8" }).trim().split("\n");
const servers = () => lines(["-o", "pid=", "--ppid", String(app.serverPid)]).map((l) => l.trim());
const heldMb = () => servers().reduce((sum, pid) => sum + Number(lines(["-o", "rss=", "-p", pid])[0] ?? 0) / 1024, 0);

/** Cookies of somebody in a practice, which a practice that is begun by the way does not take the place of. */
async function signIn(email: string, practiceId: string): Promise<string> {
  const cookiesOf = async (method: string, where: string, cookie: string, body: object) => {
    const answer = await fetch(app.base + where, {
      method,
      headers: { "content-type": "application/json", origin: app.base, cookie },
      body: JSON.stringify(body),
    });
    if (!answer.ok) throw new Error(`${email}: ${where} answered ${answer.status}`);
    return answer.headers.getSetCookie().map((c) => c.split(";")[0]);
  };
  const session = await cookiesOf("POST", "/api/auth/sign-in/email", "", { email, password: DEMO_PASSWORD });
  const chosen = await cookiesOf("PUT", "/api/practice", session.join("; "), { practiceId });
  return [...session, ...chosen].join("; ");
}
const cookies: Record<string, string> = { nobody: "" };

/** Sends a request and notes how it was answered; a refusal for want of room (503) is asked again. */
async function send({ who, method, path: where, call, body }: DrawnRequest): Promise<number> {
  const began = performance.now();
  const what = `${who} ${method} ${where} ${typeof body === "string" ? body : JSON.stringify(body ?? null)}`.slice(
    0,
    400,
  );
  let status = 0;
  for (let again = 0; again < 20 && (status === 0 || status === 503); again++) {
    try {
      const answer = await fetch(app.base + where, {
        method,
        redirect: "manual",
        headers: { cookie: cookies[who] ?? "", "content-type": "application/json", origin: app.base },
        signal: AbortSignal.timeout(3 * MOST_MS),
        ...(method === "GET" || body === undefined
          ? {}
          : { body: typeof body === "string" ? body : JSON.stringify(body) }),
      });
      await answer.arrayBuffer();
      status = answer.status;
    } catch (error) {
      status = 599;
      failed.push(`no answer (${error instanceof Error ? error.message : error}): ${what}`);
    }
    if (status === 503) await new Promise((resolve) => setTimeout(resolve, 200 * (again + 1)));
  }
  const ms = performance.now() - began;
  if (ms > slowest.ms) slowest = { ms, what };
  if (ms > MOST_MS) failed.push(`${Math.round(ms)} ms: ${what}`);
  if (status >= 500 && status !== 599) failed.push(`${status}: ${what}`);
  const of = tried.get(call) ?? new Map<number, number>();
  of.set(status, (of.get(status) ?? 0) + 1);
  tried.set(call, of);
  return status;
}

async function known(): Promise<Record<string, string>> {
  const admin = new pg.Client({ connectionString: app.database.adminUrl });
  await admin.connect();
  const one = async (sql: string) => (await admin.query(sql)).rows[0].id as string;
  const own = "practice_id = (select id from practice where name like 'Castellan%')";
  const ids = {
    practice: await one("select id from practice where name like 'Castellan%'"),
    plan: await one(`select id from plan where ${own} and chosen order by id limit 1`),
    planting: await one(`select id from planting where ${own} order by id limit 1`),
    field: await one(`select id from field where ${own} order by name limit 1`),
    farm: await one(`select id from farm where ${own} order by name limit 1`),
    station: await one(`select id from station where ${own} order by name limit 1`),
    store: await one(`select id from store where ${own} order by name limit 1`),
    foreignPlan: await one(`select id from plan where not (${own}) limit 1`),
    foreignField: await one(`select id from field where not (${own}) limit 1`),
  };
  await admin.end();
  return ids;
}

/** The same entry and another under its id, from many at once: it counts once, and one of them only. */
async function race(fieldId: string): Promise<void> {
  const id = randomUUID();
  const sent = await Promise.all(
    Array.from({ length: AT_ONCE }, (_, i) =>
      send({
        who: "owner",
        method: "POST",
        path: "/api/rain",
        call: "race: POST /api/rain",
        body: { id, fieldId, day: "2026-08-01", rainMm: 1 + (i % 3) },
      }),
    ),
  );
  if (sent.some((status) => status !== 200 && status !== 409)) failed.push(`race of one entry: ${sent.join(", ")}`);
}

try {
  const ids = await known();
  for (const [role, email] of Object.entries(PEOPLE)) cookies[role] = await signIn(email, ids.practice as string);
  const [bodies, reads] = [drawnBodies(ids), drawnReads(ids)];
  const drawn = (of: number) =>
    [...fc.sample(bodies, { numRuns: AT_ONCE - 4, seed: of }), ...fc.sample(reads, { numRuns: 4, seed: of })].filter(
      ({ method, path: where }) => !ENDS_SESSIONS.includes(`${method} ${where}`),
    );
  // what is loaded and kept by the first answers of each kind is no leak of the others
  for (const page of ["/fields", "/week", "/season", `/plans/${ids.plan}`])
    for (let i = 0; i < 4; i++) await send({ who: "owner", method: "GET", path: page, call: "warm" });
  for (let round = 0; round < WARM_ROUNDS; round++) await Promise.all(drawn(-1 - round).map(send));
  await new Promise((resolve) => setTimeout(resolve, QUIET_MS));
  const before = { servers: servers(), mb: heldMb() };
  let sent = 0;
  for (let round = 0; sent < wanted; round++) {
    const batch = drawn(seed + round);
    await Promise.all(batch.map(send));
    sent += batch.length;
    if (round % 100 === 0) {
      await race(ids.field as string);
      sent += AT_ONCE;
    }
    if (round % 200 === 0)
      console.log(`${sent} of ${wanted} requests, ${failed.length} fell, ${Math.round(heldMb())} MB`);
    if (failed.length > 50) break;
  }
  for (const [name, file] of Object.entries(HOSTILE)) {
    const body = { fileName: name, base64: Buffer.from(file()).toString("base64"), look: true };
    const status = await send({ who: "owner", method: "POST", path: "/api/imports", call: `file: ${name}`, body });
    if (status < 400) failed.push(`the file "${name}" was taken`);
  }
  // threads that read files end after a minute without one, and what busy servers held is collected once they are quiet
  await new Promise((resolve) => setTimeout(resolve, QUIET_MS));
  const after = { servers: servers(), mb: heldMb() };
  const gone = before.servers.filter((pid) => !after.servers.includes(pid));
  if (gone.length > 0) failed.push(`${gone.length} processes of ${before.servers.length} ended`);
  if (after.mb - before.mb > MOST_MB)
    failed.push(`the servers hold ${Math.round(after.mb)} MB, ${Math.round(after.mb - before.mb)} more than before`);
  for (const [call, of] of [...tried].sort(([a], [b]) => (a < b ? -1 : 1)))
    console.log(
      `${call}: ${[...of]
        .sort(([a], [b]) => a - b)
        .map(([status, n]) => `${n} x ${status}`)
        .join(", ")}`,
    );
  console.log(
    `memory ${Math.round(before.mb)} MB before, ${Math.round(after.mb)} after; slowest ${Math.round(slowest.ms)} ms (${slowest.what.slice(0, 120)})`,
  );
  console.log(`${sent} requests of seed ${seed}: ${failed.length} fell`);
  for (const line of failed.slice(0, 30)) console.log(`  ${line}`);
} finally {
  await app.stop();
}
process.exit(failed.length > 0 ? 1 : 0);
