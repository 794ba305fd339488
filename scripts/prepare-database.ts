/** Migrates the database, checks the application's role, and loads the demo practices where there is no practice yet. */

import { readdir } from "node:fs/promises";
import path from "node:path";
import pg from "pg";
import { readDemo } from "../src/server/demo-practice";
import { loadDemo } from "../src/server/load-demo";
import { checkRole, migrate } from "../src/server/migrate";

export const DEMO_PASSWORD = "harvest-by-figures";

const application = process.env.DATABASE_URL as string;
const ownerUrl = process.env.MIGRATION_DATABASE_URL ?? application;
try {
  await checkRole(application, ownerUrl);
  const applied = await migrate(ownerUrl);
  if (applied.length > 0) console.log(`database: applied ${applied.join(", ")}`);
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
}

const owner = new pg.Client({ connectionString: ownerUrl, pipeline: true });
await owner.connect();
const { rows: people } = await owner.query(`select 1 from "user" limit 1`);
const { rows: loads } = await owner.query("select mark from demo_load");
const loaded = new Set(loads.map((l: { mark: string }) => l.mark));
const folder = path.resolve("db/demo");
const files = (await readdir(folder)).filter((f) => f.endsWith(".json")).sort();
const mark = (file: string) => path.basename(file, ".json");
// people without a demo: somebody's own practice. Some of the demos: a first start that was interrupted
if (people.length === 0 || files.some((file) => loaded.has(mark(file))))
  for (const file of files.filter((f) => !loaded.has(mark(f)))) {
    const demo = await readDemo(path.join(folder, file));
    if (await loadDemo(owner, demo, DEMO_PASSWORD, mark(file)))
      console.log(`database: loaded the demo practice "${demo.practice.name}", ${demo.fields.length} fields`);
  }
await owner.end();
