/** Migrates the database, checks the application's role, and loads the demo practices where there is no practice yet. */

import { readdir } from "node:fs/promises";
import path from "node:path";
import pg from "pg";
import { pool } from "../src/server/db";
import { readDemo } from "../src/server/demo-practice";
import { loadDemo } from "../src/server/load-demo";
import { checkRole, migrate } from "../src/server/migrate";

export const DEMO_PASSWORD = "harvest-by-figures";

const application = process.env.DATABASE_URL as string;
const ownerUrl = process.env.MIGRATION_DATABASE_URL ?? application;
const applied = await migrate(ownerUrl);
if (applied.length > 0) console.log(`database: applied ${applied.join(", ")}`);
await checkRole(application);

const owner = new pg.Client({ connectionString: ownerUrl });
await owner.connect();
const { rows } = await owner.query(`select count(*)::int as people from "user"`);
if ((rows[0] as { people: number }).people === 0) {
  const folder = path.resolve("db/demo");
  for (const file of (await readdir(folder)).filter((f) => f.endsWith(".json")).sort()) {
    const demo = await readDemo(path.join(folder, file));
    await loadDemo(owner, demo, DEMO_PASSWORD);
    console.log(`database: loaded the demo practice "${demo.practice.name}", ${demo.fields.length} fields`);
  }
}
await owner.end();
await pool().end();
