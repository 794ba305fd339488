/** A database of its own with the demo data, and the built application on a free port, for all system tests. */

import { execFileSync, spawn } from "node:child_process";
import path from "node:path";
import pg from "pg";
import type { TestProject } from "vitest/node";
import { freePort, startDatabase } from "../../scripts/local-database.mjs";

declare module "vitest" {
  export interface ProvidedContext {
    base: string;
    databaseUrl: string;
    ownerUrl: string;
    adminUrl: string;
  }
}

export default async function setup(project: TestProject) {
  const root = path.resolve(import.meta.dirname, "../..");
  const home = path.join(root, ".local/test-database");
  const database = await startDatabase(home, { fast: true });
  const admin = new pg.Client({ connectionString: database.adminUrl.replace(/\/wheatonomy$/, "/postgres") });
  await admin.connect();
  await admin.query("drop database if exists wheatonomy with (force)");
  await admin.query("create database wheatonomy owner wheatonomy_owner");
  await admin.end();
  const port = await freePort();
  const env = {
    ...process.env,
    DATABASE_URL: database.url,
    MIGRATION_DATABASE_URL: database.ownerUrl,
    BETTER_AUTH_URL: `http://127.0.0.1:${port}`,
    BETTER_AUTH_SECRET: "only-for-tests-only-for-tests-only",
    NEXT_TELEMETRY_DISABLED: "1",
    SIGN_IN_LIMIT: "500",
    NODE_ENV: "production",
  } as NodeJS.ProcessEnv;
  execFileSync("node_modules/.bin/tsx", ["scripts/prepare-database.ts"], { cwd: root, env, stdio: "pipe" });
  const server = spawn(
    process.execPath,
    ["node_modules/next/dist/bin/next", "start", "-H", "127.0.0.1", "-p", String(port)],
    { cwd: root, env, stdio: ["ignore", "pipe", "pipe"] },
  );
  let output = "";
  await new Promise<void>((resolve, reject) => {
    const late = setTimeout(() => reject(new Error(`the server did not start:\n${output}`)), 60_000);
    const look = (chunk: Buffer) => {
      output += chunk;
      if (output.includes("Ready")) {
        clearTimeout(late);
        resolve();
      }
    };
    server.stdout.on("data", look);
    server.stderr.on("data", look);
    server.once("exit", () => reject(new Error(`the server ended:\n${output}`)));
  });
  project.provide("base", `http://127.0.0.1:${port}`);
  project.provide("databaseUrl", database.url);
  project.provide("ownerUrl", database.ownerUrl);
  project.provide("adminUrl", database.adminUrl);
  return async () => {
    server.removeAllListeners("exit");
    server.kill("SIGTERM");
    // an outage test may have started the server anew
    (await startDatabase(home, { fast: true })).stop();
    database.stop();
  };
}
