/** No record that is taken in takes a page of others down: of every kind and everything that is written down, at the ends of what is allowed. */

import { randomUUID } from "node:crypto";
import fc from "fast-check";
import type pg from "pg";
import { describe, expect, it } from "vitest";
import { KIND_IDS, linksOf } from "@/core/records/describe";
import { RECORD_KINDS } from "@/core/records/kinds";
import { valuesSchema } from "@/core/records/values";
import type { Access } from "@/server/access/access";
import { BODIES } from "@/server/contracts";
import { draftStale } from "@/server/plans/outlines";
import { loadPlan } from "@/server/plans/plans";
import { listRecords } from "@/server/records/keep-records";
import { inPractice } from "@/server/storage/db";
import { accessOf } from "./support/access";
import { ask, type Person, signInOverHttp } from "./support/http";
import { onScene } from "./support/scene";
import { schemaArbitrary } from "./support/schema-arbitrary";

/** Records drawn of each kind. */
const OF_EACH = 14;
const SEED = 20_261_130;
/** What is written down of plans and fields, and is no record with a page of its own: something sound of each. */
const SOUND = {
  "POST /api/log": { planId: "", operationId: "planting", doneOn: "2026-08-11", quantityPerHa: null, note: "" },
  "POST /api/stages": { planId: "", stageId: "emergence", seenOn: "2026-08-11" },
  "POST /api/rain": { fieldId: "", day: "2026-08-11", rainMm: 4 },
  "POST /api/scouting": { planId: "", threatId: "septoria", day: "2026-08-11", counts: [1, 2] },
  "POST /api/ripeness": { planId: "", day: "2026-08-11", seen: {}, moisturePct: 18 },
};

/** Of the one kind that the demo has none of. */
const SCHEME = {
  name: "Own extract",
  source: "made up",
  limits: [{ nutrient: "p", method: "own", unit: "mg/kg", veryLow: 10, low: 20, target: 30, high: 50 }],
};

let owner: Access;
let admin: pg.Client;
let who: Person;
const ids: Record<string, string> = {};

onScene("Anywell", async (scene) => {
  ({ owner, admin } = scene);
  who = await signInOverHttp("owner@anywell.example");
  const one = async (name: string, sql: string) => {
    ids[name] = (await admin.query(sql, [owner.practiceId])).rows[0]?.id;
  };
  await one(
    "plan",
    "select v.plan_id as id from plan_version v join log_entry l on l.practice_id = v.practice_id and l.plan_id = v.plan_id where v.practice_id = $1 and l.operation_id = 'planting' limit 1",
  );
  for (const table of ["field", "farm", "grower", "station"])
    await one(table, `select id from ${table} where practice_id = $1 order by id limit 1`);
});

const drawing = {
  texts: ["wheat", "winter", "septoria", "planting", "flag-leaf", "moderate"],
  dates: ["2026-08-01", "2026-10-01", "2027-03-01"],
};

/** Pages that draw from everything. */
const drawn = () => [
  ...["/fields", "/week", "/week?from=2027-04-05", "/season", "/season?season=2027", "/season/harvest?season=2027"],
  ...["/season/water?season=2027", "/season/stores", "/season/threats?season=2027", "/treatments", "/settings"],
  ...[`/fields/${ids.field}`, `/plans/${ids.plan}`, `/stations/${ids.station}`],
];
/** Lists of every kind, and the practice as a file. */
const lists = () => [
  ...["/records", "/stations", "/api/practice/file"],
  ...KIND_IDS.flatMap((kind) => [`/records/${kind}`, `/api/records/${kind}/file?as=csv`]),
];

/** What a page that begins to come and then fails has in it: the framework's marks of an error in the place of a part. */
const FAILED = /data-dgst|:E\{\\?"digest/;

async function look(pages: string[], after: string): Promise<void> {
  for (const page of pages) {
    const answer = await ask(who, "GET", page);
    const text = await answer.text();
    expect(`${answer.status} ${page}`, `after ${after}`).toMatch(/^200 /);
    expect(FAILED.exec(text)?.[0], `${page} after ${after}`).toBeUndefined();
  }
}

type Body = Record<string, unknown>;

/** What nobody can send is left out of what was drawn. */
const sendable = (value: unknown): unknown =>
  JSON.parse(JSON.stringify(value, (_, v) => (typeof v === "string" ? v.replaceAll("\u0000", "").toWellFormed() : v)));

/** Puts what a sound one has in the place of what was refused. */
function mend(body: Body, sound: Body, field: string): void {
  const path = field.replace(/^values\./, "").split(".");
  const inside = (of: unknown, key: string) => (of as Body | undefined)?.[key];
  let [at, from]: [unknown, unknown] = [body, sound];
  for (const key of path.slice(0, -1)) {
    const next = inside(at, key);
    // what a sound one has no counterpart of goes whole
    if (inside(from, key) === undefined || next === null || typeof next !== "object") {
      (at as Body)[key] = inside(from, key);
      return;
    }
    [at, from] = [next, inside(from, key)];
  }
  const last = path.at(-1) as string;
  if (Array.isArray(from) && from[Number(last)] === undefined) (at as unknown[]).splice(Number(last), 1);
  else (at as Body)[last] = inside(from, last);
}

/** Sends what was drawn, with what is refused mended by and by; whether it was taken in the end. */
async function taken(
  method: string,
  path: string,
  drawn: Body,
  sound: Body,
  wrap: (body: Body) => Body,
): Promise<boolean> {
  const body = sendable(drawn) as Body;
  for (let round = 0; round < 12; round++) {
    const answer = await ask(who, method, path, wrap(body));
    expect(answer.status, JSON.stringify(body).slice(0, 400)).toBeLessThan(500);
    if (answer.status === 200) return true;
    const { errors = [] } = (await answer.json()) as { errors?: { field: string }[] };
    // a refusal without a field is of what stands elsewhere: days and what is named, in the end whatever is not as in the sound one
    const all = [...new Set([...Object.keys(body), ...Object.keys(sound)])];
    const fields =
      errors.length > 0 ? errors.map((e) => e.field) : all.filter((k) => round > 5 || typeof sound[k] === "string");
    for (const field of fields) mend(body, sound, field);
  }
  return false;
}

describe("whatever is taken in", () => {
  it.each(KIND_IDS)("of %s leaves every page standing", async (kindId) => {
    const kind = RECORD_KINDS[kindId];
    const demo = await accessOf(admin, "imre@castellan.example");
    const rows = await inPractice(demo, (c) => listRecords(c, demo, kindId));
    const own = await inPractice(owner, (c) =>
      Promise.all(linksOf(kind).map(async (l) => [l.key, await listRecords(c, owner, l.to)] as const)),
    );
    let count = 0;
    for (const [i, drawn] of fc
      .sample(schemaArbitrary(valuesSchema(kind), drawing), { numRuns: OF_EACH, seed: SEED })
      .entries()) {
      const sound = structuredClone(rows[i % rows.length]?.values ?? SCHEME) as Body;
      const values = drawn as Body;
      for (const [key, there] of own)
        for (const of of [values, sound])
          if (of[key] != null && there.length > 0) of[key] = there[i % there.length]?.id;
      // no two of a name
      for (const of of [values, sound]) if (typeof of.name === "string") of.name = `${of.name.slice(0, 100)} x${i}`;
      if (await taken("POST", `/api/records/${kindId}`, values, sound, (v) => ({ id: randomUUID(), values: v })))
        count++;
    }
    console.log(`${kindId}: ${count} of ${OF_EACH} taken`);
    expect(count).toBeGreaterThan(0);
    await draftStale({ ...owner, userId: "worker" });
    await look([...drawn(), `/records/${kindId}`], kindId);
  });

  it.each(Object.keys(SOUND) as (keyof typeof SOUND)[])("by %s leaves every page standing", async (call) => {
    const [method = "", path = ""] = call.split(" ");
    // what nothing else waits for, so that each can be logged by itself
    const { rows: operations } = await admin.query<{ id: string }>(
      `select o.operation_id as id from operation o where o.practice_id = $1 and o.plan_id = $2 and o.role <> 'treat'
         and not exists (select from log_entry l where l.practice_id = $1 and l.plan_id = $2 and l.operation_id = o.operation_id and l.withdrawn_at is null)
       order by o.planned_on, o.operation_id`,
      [owner.practiceId, ids.plan],
    );
    const stages =
      (await inPractice(owner, (c) => loadPlan(c, owner, ids.plan ?? "")))?.guide.stages.map((s) => s.id) ?? [];
    let count = 0;
    for (const drawn of fc.sample(schemaArbitrary(BODIES[call], drawing), { numRuns: 2 * OF_EACH, seed: SEED })) {
      const whose = { ...("planId" in SOUND[call] ? { planId: ids.plan } : { fieldId: ids.field }) };
      const sound = {
        ...SOUND[call],
        ...(call === "POST /api/log" ? { operationId: operations[count]?.id } : {}),
        ...(call === "POST /api/stages" ? { stageId: stages[count % stages.length] } : {}),
        ...whose,
      };
      if (await taken(method, path, { ...(drawn as Body), ...whose }, sound, (body) => ({ ...body, id: randomUUID() })))
        count++;
    }
    console.log(`${call}: ${count} of ${2 * OF_EACH} taken`);
    expect(count).toBeGreaterThan(0);
    await draftStale({ ...owner, userId: "worker" });
    await look(drawn(), call);
  });

  it("in all leaves every list standing", async () => {
    await look(lists(), "all of it");
  });
});
