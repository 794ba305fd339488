/** A practice of a test's own beside those of the demo, and taken out again with all that it holds. */

import path from "node:path";
import pg from "pg";
import { checkDemo, type DemoPractice, readDemo } from "@/server/demo/demo-practice";
import { loadDemo } from "@/server/demo/load-demo";

export const MADE_PASSWORD = "harvest-by-figures";

/** Puts a small practice in, with a person of each role; gives its id. */
export async function makePractice(ownerUrl: string, name: string): Promise<string> {
  const demo = (await readDemo(path.resolve("db/demo/castellan-field-advice.json"))) as unknown as DemoPractice;
  const owner = new pg.Client({ connectionString: ownerUrl, pipeline: true } as pg.ClientConfig);
  await owner.connect();
  const keep = ["Withy Bed", "Heron Block", "Kestrel Bottom", "Rook Hanger"];
  const made = checkDemo({
    ...demo,
    practice: { ...demo.practice, name },
    people: demo.people.map((p) => ({ ...p, email: `${p.role}@${name.toLowerCase()}.example` })),
    fields: demo.fields.filter((f) => keep.includes(f.name)),
    // what was harvested belongs to tests that write it down themselves
    stores: [],
    loads: [],
    storeReadings: [],
    cropOffers: [],
    varieties: [],
    varietyTrials: [],
  });
  await loadDemo(owner, made, MADE_PASSWORD, name);
  await owner.end();
  return name;
}

/** Takes a practice that was made here out of every table. */
export async function removePractice(adminUrl: string, name: string): Promise<void> {
  const admin = new pg.Client({ connectionString: adminUrl });
  await admin.connect();
  const { rows } = await admin.query("select id from practice where name = $1", [name]);
  const { rows: tables } = await admin.query<{ name: string }>(
    "select c.relname as name from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attname = 'practice_id' where c.relkind = 'r'",
  );
  // all of it goes, in whatever order
  await admin.query("begin");
  await admin.query("set local session_replication_role = replica");
  // the worker may be drafting in it: its transactions end first
  await admin.query("lock table outline_job, plan_outline in exclusive mode");
  for (const { id } of rows) {
    const people = await admin.query("select user_id from membership where practice_id = $1", [id]);
    for (const { name: table } of tables) await admin.query(`delete from ${table} where practice_id = $1`, [id]);
    for (const { user_id } of people.rows)
      for (const [table, key] of [
        ["session", '"userId"'],
        ["account", '"userId"'],
        ['"user"', "id"],
      ])
        await admin.query(`delete from ${table} where ${key} = $1`, [user_id]);
    await admin.query("delete from practice where id = $1", [id]);
  }
  await admin.query("delete from demo_load where mark = $1", [name]);
  await admin.query("delete from sign_in_failure");
  await admin.query("commit");
  await admin.end();
}
