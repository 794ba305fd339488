/**
 * Kills the server or the database while people save, log, move and issue, and looks afterwards whether anything that was
 * acknowledged is lost, and whether anything stands half. Used by npm run crash and, in short, by the tests.
 */

import { execFileSync } from "node:child_process";
import { randomUUID } from "node:crypto";
import pg from "pg";
import { Random } from "../src/core/random";
import type { RunningApp } from "./app-under-test";
import { DEMO_EMAIL, DEMO_PASSWORD } from "./app-under-test";

export interface CrashReport {
  kills: number;
  acknowledged: number;
  /** what was acknowledged and is not there */
  lost: string[];
  /** what stands without what belongs to it */
  half: string[];
}

interface Acknowledged {
  saves: Map<string, { revision: number; targetTPerHa: number }>;
  logs: Set<string>;
  versions: Set<string>;
  count: number;
}

/** So many kills, drawn by `seed`: of one server process, of all of them, or of the database. */
export async function crashRounds(app: RunningApp, kills: number, seed: number): Promise<CrashReport> {
  const random = new Random(seed);
  const admin = () => new pg.Client({ connectionString: app.database.adminUrl });
  const asAdmin = async <T>(work: (client: pg.Client) => Promise<T>): Promise<T> => {
    const client = admin();
    await client.connect();
    try {
      return await work(client);
    } finally {
      await client.end();
    }
  };
  const plans = await asAdmin(async (c) => {
    const { rows } = await c.query<{ id: string; revision: number; guide_id: string; issued: boolean }>(
      `select p.id, p.revision, p.guide_id, exists (select from plan_version v where v.plan_id = p.id) as issued from plan p
       join practice r on r.id = p.practice_id and r.name like 'Castellan%' where p.chosen order by p.id`,
    );
    return rows;
  });
  const cookie = await signIn(app.base);
  const ok: Acknowledged = { saves: new Map(), logs: new Set(), versions: new Set(), count: 0 };
  const revisions = new Map(plans.map((p) => [p.id, p.revision]));
  let going = true;

  const call = async (
    method: string,
    path: string,
    body: unknown,
  ): Promise<{ status: number; body: Record<string, unknown> }> => {
    try {
      return await inTime(async (signal) => {
        const answer = await fetch(app.base + path, {
          method,
          headers: { cookie, origin: app.base, "content-type": "application/json" },
          body: JSON.stringify(body),
          signal,
        });
        return { status: answer.status, body: (await answer.json()) as Record<string, unknown> };
      });
    } catch {
      return { status: 0, body: {} };
    }
  };
  /** Each writer has plans of its own, as people mostly do. */
  const write = async (own: typeof plans) => {
    for (let n = 0; going; n++) {
      const plan = own[n % own.length];
      if (!plan) return;
      const kind = Math.floor(random.uniform() * 10);
      if (kind < 6) {
        const targetTPerHa = 3 + Math.round(random.uniform() * 300) / 100;
        const { status, body } = await call("PUT", `/api/plans/${plan.id}`, {
          revision: revisions.get(plan.id),
          decisions: { version: 2, crop: { guideId: plan.guide_id }, targetTPerHa },
        });
        if (typeof body.revision === "number") revisions.set(plan.id, body.revision);
        if (status === 200) {
          ok.saves.set(plan.id, { revision: body.revision as number, targetTPerHa });
          ok.count++;
        }
      } else if (kind < 8 && plan.issued) {
        const id = randomUUID();
        const { status } = await call("POST", "/api/log", {
          id,
          planId: plan.id,
          operationId: ["seed-test", "roll", "chisel", "weed-two", "n3"][n % 5],
          doneOn: "2026-08-10",
          quantityPerHa: null,
          note: "",
        });
        if (status === 200) {
          ok.logs.add(id);
          ok.count++;
        }
      } else if (kind < 9) {
        const moves = [{ planId: plan.id, operationId: "planting", date: "2026-10-08" }];
        if ((await call("POST", "/api/moves", { moves })).status === 200) ok.count++;
        // a move is a save: what stands now is asked with the next one
        ok.saves.delete(plan.id);
        revisions.set(plan.id, -1);
        const { body } = await call("PUT", `/api/plans/${plan.id}`, {
          revision: 1_000_000,
          decisions: { version: 2, crop: { guideId: plan.guide_id } },
        });
        if (typeof body.revision === "number") revisions.set(plan.id, body.revision);
      } else {
        const { status, body } = await call("POST", `/api/plans/${plan.id}/issue`, {
          revision: revisions.get(plan.id),
        });
        if (status === 200) {
          ok.versions.add(`${plan.id} ${body.number}`);
          ok.count++;
        }
      }
      if (revisions.get(plan.id) === -1) revisions.set(plan.id, 1);
    }
  };
  const shares = [0, 1, 2, 3].map((k) => plans.filter((_, i) => i % 4 === k));
  const writers = shares.map(write);
  for (let kill = 0; kill < kills; kill++) {
    await writing(ok, ok.count + ENOUGH_BETWEEN);
    await new Promise((resolve) => setTimeout(resolve, random.uniform() * 900));
    if (random.uniform() < 0.35) {
      app.database.halt();
      await app.database.resume();
    } else killServers(app, random.uniform() < 0.3);
    await answering(app.base);
  }
  going = false;
  await Promise.all(writers);
  await answering(app.base);
  return { kills, acknowledged: ok.count, ...(await asAdmin((c) => losses(c, ok))) };
}

async function signIn(base: string): Promise<string> {
  const answer = await fetch(`${base}/api/auth/sign-in/email`, {
    method: "POST",
    headers: { "content-type": "application/json", origin: base },
    body: JSON.stringify({ email: DEMO_EMAIL, password: DEMO_PASSWORD }),
  });
  if (answer.status !== 200) throw new Error(`sign-in: ${answer.status}`);
  return answer.headers
    .getSetCookie()
    .map((c) => c.split(";")[0])
    .join("; ");
}

/** Kills server processes outright, one of them or all; the one that leads them starts others. */
function killServers(app: RunningApp, all: boolean): void {
  const children = execFileSync("ps", ["-o", "pid=", "--ppid", String(app.serverPid)], { encoding: "utf8" })
    .split("\n")
    .map((line) => Number(line.trim()))
    .filter((pid) => pid > 0);
  for (const pid of all ? children : children.slice(0, 1))
    try {
      process.kill(pid, "SIGKILL");
    } catch {
      // it ended by itself
    }
}

/** So much is acknowledged before the next kill: on a slow machine, too, the question means something. */
const ENOUGH_BETWEEN = 4;

/** Waits until so much is acknowledged; writers that nothing is acknowledged to for half a minute are an error. */
async function writing(ok: Acknowledged, count: number): Promise<void> {
  for (let tried = 0; ok.count < count; tried++) {
    if (tried > 600) throw new Error(`nobody could write for 30 s: ${ok.count} of ${count} acknowledged`);
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}

/** An answer that does not come is waited for so long [ms]. */
const PATIENCE_MS = 3000;

/**
 * What is asked for, or a rejection after a while, whatever becomes of the request: one that was on its way to a process
 * that is killed may neither be answered nor fail, and the timer of AbortSignal.timeout may be collected with it.
 */
async function inTime<T>(ask: (signal: AbortSignal) => Promise<T>): Promise<T> {
  const patience = new AbortController();
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => {
      reject(new Error("no answer"));
      patience.abort();
    }, PATIENCE_MS);
  });
  return Promise.race([ask(patience.signal), late]).finally(() => clearTimeout(timer));
}

async function answering(base: string): Promise<void> {
  for (let tried = 0; tried < 400; tried++) {
    const fine = await inTime((signal) => fetch(`${base}/api/health`, { signal })).then(
      (a) => a.ok,
      () => false,
    );
    if (fine) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error("the server did not come back within 40 s");
}

/** What was acknowledged and is not there, and what stands half, by the database alone. */
async function losses(client: pg.Client, ok: Acknowledged): Promise<{ lost: string[]; half: string[] }> {
  const lost: string[] = [];
  for (const [id, { revision, targetTPerHa }] of ok.saves) {
    const { rows } = await client.query("select revision, decisions from plan where id = $1", [id]);
    const stands = rows[0] as { revision: number; decisions: { targetTPerHa?: number } } | undefined;
    // a later save may have arrived whose answer was lost
    if (
      !stands ||
      stands.revision < revision ||
      (stands.revision === revision && stands.decisions.targetTPerHa !== targetTPerHa)
    )
      lost.push(`plan ${id} at revision ${revision}`);
  }
  for (const id of ok.logs)
    if ((await client.query("select 1 from log_entry where id = $1", [id])).rowCount === 0)
      lost.push(`log entry ${id}`);
  for (const version of ok.versions) {
    const [plan, number] = version.split(" ");
    const { rowCount } = await client.query("select 1 from plan_version where plan_id = $1 and number = $2", [
      plan,
      number,
    ]);
    if (rowCount === 0) lost.push(`version ${version}`);
  }
  const checks: [what: string, sql: string][] = [
    [
      "version without all of its operations",
      `select v.plan_id from plan_version v where jsonb_array_length(v.snapshot -> 'operations')
         <> (select count(*) from operation o where o.plan_id = v.plan_id and o.version = v.number)`,
    ],
    [
      "revision without its note",
      `select p.id from plan p where p.revision > 1 and p.revision - 1 > (select count(*) from audit a where a.entity = 'plan'
         and a.entity_id = p.id::text and (a.action = 'changed' or a.action like 'went back%'))`,
    ],
    [
      "log entry without its note",
      "select l.id from log_entry l where not exists (select from audit a where a.entity = 'log' and a.after ->> 'id' = l.id::text)",
    ],
    [
      "plan without a planting",
      "select p.id from plan p left join planting g on g.id = p.planting_id where g.id is null",
    ],
    [
      "demo practice that is not marked",
      "select id from practice where (select count(*) from practice) <> (select count(*) from demo_load)",
    ],
  ];
  const half: string[] = [];
  for (const [what, sql] of checks)
    for (const row of (await client.query(sql)).rows) half.push(`${what}: ${JSON.stringify(row)}`);
  return { lost, half };
}
