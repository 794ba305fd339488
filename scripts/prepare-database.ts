/** Migrates the database, checks the application's role, and loads the demo practices where there is no practice yet. */

import { readdir } from "node:fs/promises";
import path from "node:path";
import pg from "pg";
import { DEMO_PASSWORD } from "../src/server/demo/demo-door";
import { demoMarks, removeDemos, wantDemo } from "../src/server/demo/demo-loads";
import { readDemo } from "../src/server/demo/demo-practice";
import { loadDemo } from "../src/server/demo/load-demo";
import { checkRole, migrate } from "../src/server/storage/migrate";

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
const folder = path.resolve("db/demo");
const files = (await readdir(folder)).filter((f) => f.endsWith(".json")).sort();
const mark = (file: string) => path.basename(file, ".json");
const demos = await Promise.all(
  files.map(async (file) => ({ mark: mark(file), data: await readDemo(path.join(folder, file)) })),
);
// --demo brings the demo (back), --no-demo takes it away, --empty begins without it; a plain start then keeps to that
const wish = process.argv.slice(2);
if (wish.includes("--demo")) await wantDemo(owner, true);
if (wish.includes("--no-demo") || wish.includes("--empty")) await wantDemo(owner, false);
if (wish.includes("--no-demo")) {
  const gone = await removeDemos(owner, Object.fromEntries(demos.map((d) => [d.mark, d.data.practice.name])));
  console.log(gone.length > 0 ? `database: took away ${gone.join(", ")}` : "database: there was no demo to take away");
}
const { loaded, wanted } = await demoMarks(owner);
// people without a demo: somebody's own practice. Some of the demos: a first start that was interrupted
if (wanted && (people.length === 0 || wish.includes("--demo") || demos.some((d) => loaded.has(d.mark))))
  for (const { mark, data } of demos.filter((d) => !loaded.has(d.mark)))
    if (await loadDemo(owner, data, DEMO_PASSWORD, mark))
      console.log(`database: loaded the demo practice "${data.practice.name}", ${data.fields.length} fields`);
await owner.end();
