// ./backup [FILE]: the whole database of the machine in one file, by PostgreSQL's own pg_dump, while it is at work.
// Works for the database that ./start keeps, and for one named by MIGRATION_DATABASE_URL (its owner): rows are behind
// forced row-level security, so a role of its own reads them, by policies that say so.

import { spawnSync } from "node:child_process";
import fs from "node:fs";
import path from "node:path";
import { fileURLToPath } from "node:url";
import pg from "pg";
import { binaries, SetupError, startDatabase } from "./local-database.mjs";

export const BACKUP_ROLE = "wheatonomy_backup";

/** What a backup does not hold; printed after it, and in the README. */
export const NOT_HELD =
  "Not in it: .local/secret (without it everybody signs in anew), certificates, settings of the environment, the program itself.";

/**
 * Writes the database behind `ownerUrl` to `file`, read as the backup's role at `backupUrl`. Throws SetupError with what
 * to do where a role or a right is missing.
 */
export async function backup({ ownerUrl, backupUrl, file }) {
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  try {
    await letBackupRead(owner);
  } finally {
    await owner.end();
  }
  const bin = binaries();
  if (!bin) throw new SetupError("pg_dump is missing: apt-get install postgresql-client");
  // a half one is never taken for a whole one
  const part = `${file}.part`;
  const made = spawnSync(
    path.join(bin, "pg_dump"),
    ["--format=custom", "--enable-row-security", "--no-owner", `--file=${part}`, `--dbname=${backupUrl}`],
    { encoding: "utf8" },
  );
  if (made.status !== 0) {
    fs.rmSync(part, { force: true });
    throw new SetupError(`pg_dump: ${(made.stderr || String(made.error)).trim().split("\n").slice(-3).join("\n")}`);
  }
  fs.renameSync(part, file);
  fs.chmodSync(file, 0o600);
  return fs.statSync(file).size;
}

/** Gives the backup's role the right to read, and a policy on every table with row-level security. */
async function letBackupRead(owner) {
  const { rows: roles } = await owner.query("select 1 from pg_roles where rolname = $1", [BACKUP_ROLE]);
  if (roles.length === 0)
    throw new SetupError(
      `The role ${BACKUP_ROLE} is missing. Have whoever may run:\n  create role ${BACKUP_ROLE} login nosuperuser nobypassrls password '...';\nand set BACKUP_DATABASE_URL to it.`,
    );
  await owner.query("begin");
  await owner.query(`grant usage on schema public to ${BACKUP_ROLE}`);
  await owner.query(`grant select on all tables in schema public to ${BACKUP_ROLE}`);
  await owner.query(`grant select on all sequences in schema public to ${BACKUP_ROLE}`);
  const { rows: tables } = await owner.query(
    `select c.relname as name from pg_class c where c.relnamespace = 'public'::regnamespace and c.relkind = 'r' and c.relrowsecurity
       and not exists (select from pg_policy p where p.polrelid = c.oid and p.polname = 'by_backup')`,
  );
  for (const { name } of tables)
    await owner.query(`create policy by_backup on "${name}" for select to ${BACKUP_ROLE} using (true)`);
  await owner.query("commit");
}

async function main() {
  const root = path.resolve(import.meta.dirname, "..");
  const file = path.resolve(
    process.argv[2] ?? `wheatonomy-${new Date().toISOString().slice(0, 16).replace(/[:T]/g, "-")}.dump`,
  );
  if (fs.existsSync(file)) throw new SetupError(`${file} is there already; name another.`);
  const { ownerUrl, backupUrl, stop } = await whichDatabase(root);
  try {
    const bytes = await backup({ ownerUrl, backupUrl, file });
    console.log(`${file}: ${(bytes / 1e6).toFixed(1)} MB\n${NOT_HELD}`);
  } finally {
    stop();
  }
}

/** The database of the environment, or the one that ./start keeps, started where it is not running. */
export async function whichDatabase(root) {
  const { DATABASE_URL, MIGRATION_DATABASE_URL, BACKUP_DATABASE_URL } = process.env;
  if (DATABASE_URL) {
    if (!MIGRATION_DATABASE_URL || !BACKUP_DATABASE_URL)
      throw new SetupError(
        `DATABASE_URL is set: set MIGRATION_DATABASE_URL (the owner) and BACKUP_DATABASE_URL (the role ${BACKUP_ROLE}) too.`,
      );
    return { ownerUrl: MIGRATION_DATABASE_URL, backupUrl: BACKUP_DATABASE_URL, adminUrl: null, stop: () => {} };
  }
  return startDatabase(path.join(root, ".local", "database"));
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  main().catch((error) => {
    console.error(error instanceof SetupError ? `No backup: ${error.message}` : error);
    process.exit(1);
  });
