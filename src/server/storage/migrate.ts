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
    await refuseWithoutRole(client);
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

const ROLE = "create role wheatonomy_app login nosuperuser nobypassrls nocreatedb nocreaterole password '...';";

async function refuseOwner(client: pg.Client, ownerUrl: string): Promise<void> {
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  try {
    const name = async (of: pg.Client) =>
      (await of.query<{ name: string }>("select current_user as name")).rows[0]?.name;
    const [own, theirs] = [await name(client), await name(owner)];
    if (own === theirs)
      throw new Error(
        `DATABASE_URL signs in as "${own}", who owns the tables (or will): what a practice sees would rest on nothing. Run once:\n  ${ROLE}\nand set DATABASE_URL to wheatonomy_app, MIGRATION_DATABASE_URL to "${own}".`,
      );
  } finally {
    await owner.end();
  }
}

/** Refuses to begin where the application's role is missing and this one may not make it; says what to run. */
async function refuseWithoutRole(client: pg.Client): Promise<void> {
  const { rows } = await client.query<{ there: boolean; may: boolean; own: string }>(
    `select exists (select from pg_roles where rolname = 'wheatonomy_app') as there,
       rolcreaterole or rolsuper as may, rolname as own from pg_roles where rolname = current_user`,
  );
  const role = rows[0];
  if (role && !role.there && !role.may)
    throw new Error(
      `The role wheatonomy_app is missing, and "${role.own}" may not create roles. Have whoever may run:\n  ${ROLE}\nand set DATABASE_URL to it.`,
    );
}

/**
 * Refuses a role that row-level security would not bind, or that is the tables' owner, who could lift it; `ownerUrl` is
 * who migrates, where it is somebody else.
 */
export async function checkRole(connectionString: string, ownerUrl?: string): Promise<void> {
  const client = new pg.Client({ connectionString });
  await client.connect();
  try {
    if (ownerUrl !== undefined) await refuseOwner(client, ownerUrl);
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
