import path from "node:path";
import { runner } from "node-pg-migrate";
import pg from "pg";

/** Held while migrating, so that several processes may start at once: the later ones wait and find nothing to do. */
const LOCK = 7_402_611_942;

/** Brings the database up to the numbered files in db/migrations; names of those that were applied now. */
export async function migrate(connectionString: string, folder = path.resolve("db/migrations")): Promise<string[]> {
  const client = new pg.Client({ connectionString });
  await client.connect();
  try {
    await client.query("select pg_advisory_lock($1)", [LOCK]);
    const applied = await runner({
      dbClient: client,
      dir: folder,
      direction: "up",
      migrationsTable: "migration",
      noLock: true,
      singleTransaction: true,
      log: () => {},
    });
    return applied.map((m) => m.name);
  } finally {
    await client.end();
  }
}

/** Refuses a role that row-level security would not bind. */
export async function checkRole(connectionString: string): Promise<void> {
  const client = new pg.Client({ connectionString });
  await client.connect();
  try {
    const { rows } = await client.query(
      "select rolname, rolsuper, rolbypassrls from pg_roles where rolname = current_user",
    );
    const role = rows[0] as { rolname: string; rolsuper: boolean; rolbypassrls: boolean };
    if (role.rolsuper || role.rolbypassrls)
      throw new Error(
        `DATABASE_URL signs in as "${role.rolname}", whom row-level security does not bind (${role.rolsuper ? "SUPERUSER" : "BYPASSRLS"}). Use the role wheatonomy_app, and MIGRATION_DATABASE_URL for the owner.`,
      );
  } finally {
    await client.end();
  }
}
