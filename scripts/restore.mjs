// ./restore FILE [--replace]: puts a backup back, into the database that ./start keeps or the one of MIGRATION_DATABASE_URL.
// It goes into an empty database; --replace empties it first. Everything or nothing.

import { spawnSync } from "node:child_process";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { fileURLToPath } from "node:url";
import pg from "pg";
import { BACKUP_ROLE, NOT_HELD, whichDatabase } from "./backup.mjs";
import { binaries, SetupError } from "./local-database.mjs";

/** Puts `file` into the database behind `ownerUrl`. Throws SetupError where it is not empty, or the file is no backup. */
export async function restore({ ownerUrl, file, replace = false }) {
  const bin = binaries();
  if (!bin) throw new SetupError("pg_restore is missing: apt-get install postgresql-client");
  const look = spawnSync(path.join(bin, "pg_restore"), ["--list", file], { encoding: "utf8" });
  if (look.status !== 0) throw new SetupError(`${file} is no backup: ${look.stderr.trim().split("\n").at(-1)}`);
  if (!/ TABLE public practice /.test(look.stdout)) throw new SetupError(`${file} is no backup of this program.`);
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  try {
    const { rows: missing } = await owner.query(
      "select r as name from unnest($1::text[]) r where r not in (select rolname from pg_roles)",
      [["wheatonomy_app", BACKUP_ROLE]],
    );
    if (missing.length > 0)
      throw new SetupError(
        `Roles are missing. Have whoever may run:\n${missing.map((m) => `  create role ${m.name} login nosuperuser nobypassrls password '...';`).join("\n")}`,
      );
    const { rows: there } = await owner.query("select to_regclass('public.practice') as t");
    if (there[0].t !== null) {
      if (!replace)
        throw new SetupError(
          "The database is not empty. ./restore FILE --replace takes out what is there; back that up first.",
        );
    }
  } finally {
    await owner.end();
  }
  // what stands goes and what comes is put in, in one transaction: where it fails, all is as it was
  const script = path.join(fs.mkdtempSync(path.join(os.tmpdir(), "restore-")), "restore.sql");
  try {
    run(path.join(bin, "pg_restore"), ["--no-owner", `--file=${script}`, file]);
    run(path.join(bin, "psql"), [
      ...["--quiet", "--single-transaction", "--set=ON_ERROR_STOP=1", `--dbname=${ownerUrl}`],
      ...(replace ? ["--command=drop owned by current_user cascade"] : []),
      `--file=${script}`,
    ]);
  } finally {
    fs.rmSync(path.dirname(script), { recursive: true });
  }
}

function run(program, args) {
  const done = spawnSync(program, args, { encoding: "utf8" });
  if (done.status !== 0)
    throw new SetupError(
      `${path.basename(program)}: ${(done.stderr || String(done.error)).trim().split("\n").slice(-4).join("\n")}`,
    );
}

async function main() {
  const args = process.argv.slice(2);
  const [file] = args.filter((a) => !a.startsWith("--"));
  if (!file || args.some((a) => a.startsWith("--") && a !== "--replace"))
    throw new SetupError("./restore FILE [--replace] is how it is called.");
  if (!fs.existsSync(file)) throw new SetupError(`${file}: there is no such file.`);
  const database = await whichDatabase(path.resolve(import.meta.dirname, ".."));
  try {
    await restore({ ownerUrl: database.ownerUrl, file: path.resolve(file), replace: args.includes("--replace") });
    console.log(`${file} is back in place. ./start brings it up to this program where it is older.\n${NOT_HELD}`);
  } finally {
    database.stop();
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  main().catch((error) => {
    console.error(error instanceof SetupError ? `Nothing restored: ${error.message}` : error);
    process.exit(1);
  });
