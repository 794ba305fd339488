/** Loads the large practice of scripts/large-practice.ts: npm run large. Does nothing where it stands already. */

import path from "node:path";
import pg from "pg";
import { checkDemo, readDemo } from "../src/server/demo/demo-practice";
import { loadDemo } from "../src/server/demo/load-demo";
import { pool } from "../src/server/storage/db";
import { LARGE_EMAIL, largePractice } from "./large-practice";
import { startDatabase } from "./local-database.mjs";

const root = path.resolve(import.meta.dirname, "..");
process.chdir(root);
if (!process.env.DATABASE_URL) {
  const local = await startDatabase(path.join(root, ".local/database"));
  process.env.DATABASE_URL = local.url;
  process.env.MIGRATION_DATABASE_URL = local.ownerUrl;
}
const owner = new pg.Client({ connectionString: process.env.MIGRATION_DATABASE_URL, pipeline: true });
await owner.connect();
const { rowCount } = await owner.query('select 1 from "user" where email = $1', [LARGE_EMAIL]);
if (rowCount) console.log("the large practice stands already");
else {
  const began = performance.now();
  const demo = await readDemo("db/demo/castellan-field-advice.json");
  await loadDemo(owner, checkDemo(largePractice(demo)), "harvest-by-figures", "large-practice");
  // what the database's own round does within a minute: it knows then how many rows there are of what
  await owner.query("analyze");
  console.log(
    `loaded 600 fields of 60 growers in ${((performance.now() - began) / 1000).toFixed(0)} s; sign in as ${LARGE_EMAIL}, password harvest-by-figures`,
  );
}
await owner.end();
await pool().end();
