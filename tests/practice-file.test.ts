/** A practice out and back: as a file between practices, and the whole machine between database servers. */

import { execFileSync } from "node:child_process";
import { randomUUID } from "node:crypto";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { unzipSync, zipSync } from "fflate";
import pg from "pg";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { unwrap } from "@/core/result";
import { applyChanges, change } from "@/core/sheets/decisions";
import { draftPlan } from "@/core/sheets/draft-plan";
import type { Access } from "@/server/access/access";
import { beginPractice } from "@/server/access/practices";
import { issuePlan, loadPlan, loadVersion, saveDecisions } from "@/server/plans/plans";
import { loadSignOffs } from "@/server/plans/sign-offs";
import { signTreatment } from "@/server/plans/sign-treatments";
import { KEPT, LEFT_OUT } from "@/server/practice-file/tables";
import { practiceFiles } from "@/server/practice-file/write-practice";
import { addRecord } from "@/server/records/keep-records";
import { inPractice, pool } from "@/server/storage/db";
import { tablesInOrder } from "@/server/storage/table-order";
import { backup } from "../scripts/backup.mjs";
import { startDatabase } from "../scripts/local-database.mjs";
import { restore } from "../scripts/restore.mjs";
import { accessOf, planOfField } from "./support/access";
import { ask, type Person, signInOverHttp } from "./support/http";
import { makePractice, removePractice } from "./support/made-practice";

const PRACTICE = "Carrywell";
const COPY = "Carrywell's copy";
let admin: pg.Client;
let owner: Access;
const folder = fs.mkdtempSync(path.join(os.tmpdir(), "practice-file-"));

beforeAll(async () => {
  process.env.DATABASE_URL = inject("databaseUrl");
  await makePractice(inject("ownerUrl"), PRACTICE);
  admin = new pg.Client({ connectionString: inject("adminUrl") });
  await admin.connect();
  owner = await accessOf(admin, "owner@carrywell.example");
});
afterAll(async () => {
  await admin.end();
  await pool().end();
  for (const name of [PRACTICE, COPY]) await removePractice(inject("adminUrl"), name);
  fs.rmSync(folder, { recursive: true });
});

/** An empty practice of a new person, who is signed in. */
async function emptyPractice(email: string): Promise<{ who: Person; practiceId: string }> {
  const person = { name: "Copy Holder", email, password: "a heron by the sluice" };
  const practiceId = await beginPractice(
    { practice: { name: COPY, currency: "x", unitSet: "imperial", decimalMark: "comma" }, person },
    null,
  );
  return { who: await signInOverHttp(email, person.password), practiceId };
}
const send = (who: Person, bytes: Uint8Array) =>
  fetch(`${inject("base")}/api/practice/file`, {
    method: "POST",
    headers: { cookie: who.cookie, origin: inject("base"), "content-type": "application/zip" },
    body: Buffer.from(bytes),
  });

/** A plan of the practice with one treatment, signed and issued. */
async function signedPlan(who: Access): Promise<string> {
  const planId = await planOfField(who, "Withy Bed");
  const load = async () => {
    const loaded = await inPractice(who, (c) => loadPlan(c, who, planId));
    if (!loaded) throw new Error("no plan");
    return loaded;
  };
  const { revision, decisions } = await load();
  const treated = applyChanges(decisions, [
    change("protect/treatments/treat-a", { threat: "septoria", productId: "leafguard", stage: "flag-leaf" }),
  ]);
  await inPractice(who, (c) => saveDecisions(c, who, planId, revision, treated));
  const after = await load();
  const drafted = unwrap(draftPlan(after.facts, after.decisions, after.season, after.guide));
  const signed = drafted.protect.treatments[0]?.toSign ?? "";
  await inPractice(who, (c) => signTreatment(c, who, planId, { treatmentId: "treat-a", signed }));
  await inPractice(who, (c) => issuePlan(c, who, planId, after.revision));
  // no other signature or version, so that each can be told
  return planId;
}

describe("a practice's file", () => {
  it("knows every table: kept, or left out for a reason", async () => {
    const tables = await tablesInOrder(admin as never);
    expect([...Object.keys(KEPT), ...Object.keys(LEFT_OUT)].sort()).toEqual([...tables].sort());
  });

  it("read into an empty practice says the same, to the byte", async () => {
    // what is hard to carry: formulas, apostrophes, emptiness, lines, quotes, decimals that end in nought
    const field = (await admin.query("select id from field where practice_id = $1 limit 1", [owner.practiceId]))
      .rows[0];
    await admin.query("update field set note = $2, obstacles = $3 where id = $1", [
      field.id,
      '=SUM(A1)\n"quoted", ',
      "'tis",
    ]);
    await admin.query("update farm set zone = 'any' where practice_id = $1", [owner.practiceId]);
    const test = {
      fieldId: field.id,
      takenOn: "2026-05-02",
      depthCm: 20,
      scheme: "olsenIndex",
      ph: 6.05,
      organicMatterPct: 3,
    };
    await inPractice(owner, (c) => addRecord(c, owner, "soil-tests", randomUUID(), test));
    const who = await signInOverHttp("owner@carrywell.example");
    const answer = await ask(who, "GET", "/api/practice/file");
    expect(answer.status).toBe(200);
    const zip = new Uint8Array(await answer.arrayBuffer());
    const before = unzipSync(zip);
    expect(new TextDecoder().decode(before["field.csv"])).toContain("'=SUM(A1)");

    // a copy on the same machine needs ids that are its own: they are unique within a practice only
    const copy = await emptyPractice("copy@carrywell.example");
    const read = await send(copy.who, zip);
    expect([read.status, await read.clone().json()]).toMatchObject([200, { rows: { field: 4 } }]);
    const after = await inPractice({ ...owner, practiceId: copy.practiceId }, (c) => practiceFiles(c, copy.practiceId));
    expect([...after.keys()].sort()).toEqual(Object.keys(before).sort());
    for (const [name, text] of after) expect(text, name).toBe(new TextDecoder().decode(before[name]));
    // and its plans stand, by the same decisions
    const plans = await admin.query("select count(*)::int as n from plan where practice_id = $1", [copy.practiceId]);
    expect(plans.rows[0].n).toBeGreaterThan(2);
    const again = await send(copy.who, zip);
    expect([again.status, (await again.json()).error]).toEqual([
      409,
      expect.stringMatching(/^This practice is not empty \(\w+\)\. A file is read into an empty practice/),
    ]);
    const taken = await admin.query(
      "select action, person from audit where practice_id = $1 and entity = 'practice file'",
      [copy.practiceId],
    );
    expect(taken.rows).toEqual([{ action: "read a practice in", person: "Copy Holder" }]);
    await removePractice(inject("adminUrl"), COPY);
  });

  it("is known again by its seal: what this machine did not write was signed elsewhere, and what was changed outside is named", async () => {
    const planId = await signedPlan(owner);
    const out = await inPractice(owner, (c) => practiceFiles(c, owner.practiceId));
    let copies = 0;
    const readIn = async (files: ReadonlyMap<string, string>) => {
      const copy = await emptyPractice(`sealed${copies++}@carrywell.example`);
      const bytes = zipSync(Object.fromEntries([...files].map(([n, t]) => [n, new TextEncoder().encode(t)])));
      const answer = await (await send(copy.who, bytes)).json();
      const scope = { ...owner, practiceId: copy.practiceId };
      const [signOffs, version, again] = await inPractice(scope, async (c) => [
        await loadSignOffs(c, scope, [planId]),
        await loadVersion(c, scope, planId, 0),
        await practiceFiles(c, copy.practiceId),
      ]);
      return { answer, signOffs, version, again };
    };
    const untouched = await readIn(out);
    expect(untouched.answer).toMatchObject({ changed: [], elsewhere: 0 });
    // whoever signed is no member of the copy; that is another matter
    expect(untouched.signOffs[0]?.lapsed).toBe("left");
    expect(untouched.version?.elsewhere).toBe(false);

    const forged = new Map(out);
    forged.set(
      "treatment_sign_off.csv",
      (out.get("treatment_sign_off.csv") ?? "").replaceAll("DEMO-0417", "DEMO-9999"),
    );
    forged.set("field.csv", (out.get("field.csv") ?? "").replace("Withy Bed", "Withy Bad"));
    const changed = await readIn(forged);
    expect(changed.answer.changed).toEqual(["field.csv", "treatment_sign_off.csv"]);
    expect(changed.signOffs.map((s) => s.lapsed)).toEqual(["elsewhere"]);
    // the version is as it was
    expect(changed.version?.elsewhere).toBe(false);

    const bare = new Map([...out].filter(([name]) => name !== "seal.json"));
    const unsealed = await readIn(bare);
    expect(unsealed.signOffs.map((s) => s.lapsed)).toEqual(["elsewhere"]);
    expect(unsealed.version?.elsewhere).toBe(true);
    expect(unsealed.version?.issued.issuedBy.name).toMatch(/\(issued elsewhere\)$/);
    // taken out of there it is no more sealed than before: nothing becomes this machine's by being carried through it
    expect(JSON.parse(unsealed.again.get("seal.json") ?? "").rows).toEqual({
      treatment_sign_off: {},
      plan_version: {},
    });
    const through = await readIn(unsealed.again);
    expect(through.version?.elsewhere).toBe(true);

    // the same file where another machine wrote it: elsewhere, and out again to the byte
    const { rows: own } = await admin.query("select id, seal_key from installation");
    await admin.query("update installation set id = gen_random_uuid(), seal_key = 'another machine'");
    try {
      const there = await readIn(out);
      const sealed = JSON.parse(out.get("seal.json") ?? "").rows as Record<string, object>;
      const signed = Object.values(sealed).reduce((n, of) => n + Object.keys(of).length, 0);
      expect(signed).toBeGreaterThanOrEqual(2);
      expect(there.answer).toMatchObject({ changed: [], elsewhere: signed });
      expect(there.signOffs.map((s) => s.lapsed)).toEqual(["elsewhere"]);
      for (const [name, text] of there.again) expect(text, name).toBe(out.get(name));
    } finally {
      await admin.query("update installation set id = $1, seal_key = $2", [own[0].id, own[0].seal_key]);
    }
  });

  it("that is none, or lies, changes nothing and says where", async () => {
    const { who, practiceId } = await emptyPractice("none@carrywell.example");
    const files = await inPractice(owner, (c) => practiceFiles(c, owner.practiceId));
    const zipped = (change: Record<string, string>) =>
      zipSync(
        Object.fromEntries([...files, ...Object.entries(change)].map(([n, t]) => [n, new TextEncoder().encode(t)])),
      );
    const soil = files.get("soil_test.csv") ?? "";
    const cases: [Uint8Array, RegExp][] = [
      [new TextEncoder().encode("no zip at all"), /^This is no ZIP/],
      [zipSync({ "a.csv": new Uint8Array([1]) }), /^practice.json: it is not in the ZIP/],
      [zipped({ "practice.json": "{" }), /^practice.json: it is no JSON/],
      [zipped({ "practice.json": '{"format": 7}' }), /^practice.json, format/],
      [zipped({ "field.csv": "id,colour\nx,red\n" }), /^field.csv: there is no column "colour"/],
      [zipped({ "soil_test.csv": soil.replace(/olsenIndex,/, "olsenIndex,,") }), /^soil_test.csv: line 2 is no row/],
      [
        zipped({ "soil_test.csv": soil.replace(/,olsenIndex,[\d.]+/, ",olsenIndex,99") }),
        /^soil_test.csv: .*check constraint/,
      ],
      [zipped({ "station.csv": "id,name\nx,y\n" }), /^station.csv: invalid input syntax for type uuid/],
      [zipped({ "grower.csv": "id\n\u0000\n" }), /^grower.csv: it holds a character that is none/],
    ];
    for (const [bytes, reason] of cases) {
      const answer = await send(who, bytes);
      expect([answer.status, (await answer.json()).error]).toEqual([422, expect.stringMatching(reason)]);
    }
    const { rows } = await admin.query(
      "select name, (select count(*)::int from grower where practice_id = p.id) as n from practice p where id = $1",
      [practiceId],
    );
    expect(rows).toEqual([{ name: COPY, n: 0 }]);
  });
});

describe("a backup", () => {
  it("holds every row, read as a role of its own, and goes back into another server whole or not at all", async () => {
    const file = path.join(folder, "all.dump");
    const ownerUrl = inject("ownerUrl");
    const backupUrl = ownerUrl.replace("wheatonomy_owner", "wheatonomy_backup");
    expect(await backup({ ownerUrl, backupUrl, file })).toBeGreaterThan(10_000);
    const counts = async (client: pg.Client) => {
      const tables = await client.query<{ name: string }>(
        "select c.relname as name from pg_class c where c.relkind = 'r' and c.relnamespace = 'public'::regnamespace order by 1",
      );
      const found: Record<string, number> = {};
      for (const { name } of tables.rows)
        found[name] = Number((await client.query(`select count(*) from "${name}"`)).rows[0].count);
      return found;
    };
    const here = await counts(admin);
    expect(here.plan).toBeGreaterThan(5);
    const other = await startDatabase(path.join(folder, "cluster"), { fast: true });
    try {
      await restore({ ownerUrl: other.ownerUrl, file });
      const there = new pg.Client({ connectionString: other.adminUrl });
      await there.connect();
      expect(await counts(there)).toEqual(here);
      // the walls came with it
      const app = new pg.Client({ connectionString: other.url });
      await app.connect();
      expect((await app.query("select count(*)::int as n from field")).rows[0].n).toBe(0);
      await app.query("select set_config('app.practice_id', $1, false)", [owner.practiceId]);
      expect((await app.query("select count(*)::int as n from field")).rows[0].n).toBe(4);
      await app.end();
      await expect(restore({ ownerUrl: other.ownerUrl, file })).rejects.toThrow(/not empty/);
      // a file that breaks off leaves what stands
      const half = path.join(folder, "half.dump");
      fs.writeFileSync(half, fs.readFileSync(file).subarray(0, fs.statSync(file).size - 20_000));
      await expect(restore({ ownerUrl: other.ownerUrl, file: half, replace: true })).rejects.toThrow();
      expect(await counts(there)).toEqual(here);
      await there.query("delete from log_entry");
      await restore({ ownerUrl: other.ownerUrl, file, replace: true });
      expect(await counts(there)).toEqual(here);
      await there.end();
    } finally {
      other.stop();
    }
  });

  it("says what is missing", () => {
    const env = {
      ...process.env,
      DATABASE_URL: "postgresql://x@127.0.0.1:1/x",
      MIGRATION_DATABASE_URL: "",
      BACKUP_DATABASE_URL: "",
    };
    const tried = () =>
      execFileSync("./backup", [path.join(folder, "x.dump")], { env, stdio: "pipe", encoding: "utf8" });
    expect(tried).toThrow(/set MIGRATION_DATABASE_URL \(the owner\) and BACKUP_DATABASE_URL/);
    expect(() => execFileSync("./restore", ["nothing.dump"], { stdio: "pipe", encoding: "utf8" })).toThrow(
      /nothing.dump: there is no such file/,
    );
  });
});
