/** Servers and databases that are killed lose nothing that they acknowledged; a first start that is interrupted is finished. */

import { spawn } from "node:child_process";
import { rmSync } from "node:fs";
import path from "node:path";
import pg from "pg";
import { describe, expect, it } from "vitest";
import { startApp } from "../scripts/app-under-test";
import { crashRounds } from "../scripts/crash-rounds";
import { startDatabase } from "../scripts/local-database.mjs";

const root = path.resolve(import.meta.dirname, "..");

describe("what is killed while people write", () => {
  it("has lost nothing that was acknowledged, and left nothing half, ten times over", async () => {
    const app = await startApp(path.join(root, ".local/crash-database"), { MOST_DEATHS: "100" }, { durable: true });
    try {
      const report = await crashRounds(app, 10, 417);
      expect(report).toMatchObject({ kills: 10, lost: [], half: [] });
      // enough was written for the question to mean something
      expect(report.acknowledged).toBeGreaterThan(20);
    } finally {
      await app.stop();
    }
  });
});

describe("a first start that is interrupted", () => {
  it("is finished by the next one, whole, and loaded once", async () => {
    const home = path.join(root, ".local/interrupted-database");
    rmSync(home, { recursive: true, force: true });
    const database = await startDatabase(home, { fast: true });
    const env = { ...process.env, DATABASE_URL: database.url, MIGRATION_DATABASE_URL: database.ownerUrl };
    const prepare = (killAfterMs?: number) =>
      new Promise<number | null>((resolve) => {
        const child = spawn(process.execPath, ["--import", "tsx", "scripts/prepare-database.ts"], {
          cwd: root,
          env,
          stdio: "ignore",
        });
        if (killAfterMs !== undefined) setTimeout(() => child.kill("SIGKILL"), killAfterMs);
        child.once("exit", (code) => resolve(code));
      });
    // somewhere between the first migration and the last field of the second practice
    for (const ms of [1500, 2600, 3700, 4800]) await prepare(ms);
    expect(await Promise.all([prepare(), prepare()])).toEqual([0, 0]);
    const admin = new pg.Client({ connectionString: database.adminUrl });
    await admin.connect();
    const { rows } = await admin.query(
      `select name, (select count(*)::int from field f where f.practice_id = r.id) as fields,
         (select count(*)::int from membership m where m.practice_id = r.id) as people from practice r order by name`,
    );
    const { rows: people } = await admin.query(`select count(*)::int as n from "user"`);
    await admin.end();
    database.stop();
    expect(rows).toEqual([
      { name: "Castellan Field Advice", fields: 24, people: expect.any(Number) },
      { name: "Fernhill Crop Notes", fields: 1, people: expect.any(Number) },
    ]);
    // nobody without a practice is left from a start that did not come to its end
    expect(people[0].n).toBe(rows[0].people + rows[1].people);
  });
});
