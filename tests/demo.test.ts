/** The demo comes and goes as the owner of the machine wishes; what is somebody's own stays. */

import { execFileSync } from "node:child_process";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import pg from "pg";
import { afterAll, beforeAll, expect, it } from "vitest";
import { type LocalDatabase, startDatabase } from "../scripts/local-database.mjs";

const folder = fs.mkdtempSync(path.join(os.tmpdir(), "demo-"));
let database: LocalDatabase;
let admin: pg.Client;

beforeAll(async () => {
  database = await startDatabase(folder, { fast: true });
  admin = new pg.Client({ connectionString: database.adminUrl });
  await admin.connect();
});
afterAll(async () => {
  await admin.end();
  database.stop();
  fs.rmSync(folder, { recursive: true, force: true });
});

const prepare = (...wish: string[]) =>
  execFileSync("node_modules/.bin/tsx", ["scripts/prepare-database.ts", ...wish], {
    env: { ...process.env, DATABASE_URL: database.url, MIGRATION_DATABASE_URL: database.ownerUrl },
    encoding: "utf8",
  });
const practices = async () =>
  (await admin.query("select name from practice order by name")).rows.map((r: { name: string }) => r.name);
const DEMO = ["Castellan Field Advice", "Fernhill Crop Notes"];

it("is left out, brought, taken away and brought back; a plain start keeps to the last wish", async () => {
  prepare("--empty");
  expect(await practices()).toEqual([]);
  prepare();
  expect(await practices()).toEqual([]);
  prepare("--demo");
  expect(await practices()).toEqual(DEMO);

  // somebody begins a practice, and somebody of the demo helps there
  const { rows } = await admin.query("select id from \"user\" where email = 'noor@castellan.example'");
  await admin.query("select new_person('tamsin', 'Tamsin Orrell', 'tamsin@hollow.example', 'x')");
  await admin.query("select begin_practice(gen_random_uuid(), 'tamsin', 'Hollow Way', 'cr', 'metric', 'point', '{}')");
  await admin.query(
    "insert into membership (practice_id, user_id, role) select id, $1, 'assistant' from practice where name = 'Hollow Way'",
    [rows[0].id],
  );
  expect(prepare("--no-demo")).toContain("took away Castellan Field Advice, Fernhill Crop Notes");
  expect(await practices()).toEqual(["Hollow Way"]);
  const people = await admin.query('select email from "user" order by 1');
  expect(people.rows.map((p) => p.email)).toEqual(["noor@castellan.example", "tamsin@hollow.example"]);
  for (const table of ["field", "plan", "plan_version", "audit", "soil_test_level", "station_day"])
    expect((await admin.query(`select count(*)::int as n from ${table}`)).rows[0].n, table).toBe(0);
  const open = await admin.query(
    "select relname from pg_class where relkind = 'r' and relrowsecurity and not relforcerowsecurity",
  );
  expect(open.rows, "walls stand again").toEqual([]);
  prepare();
  expect(await practices()).toEqual(["Hollow Way"]);
  prepare("--demo");
  expect(await practices()).toEqual([...DEMO, "Hollow Way"]);
  const noor = await admin.query("select count(*)::int as n from membership where user_id = $1", [rows[0].id]);
  expect(noor.rows[0].n).toBe(2);
});
