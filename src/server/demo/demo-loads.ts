/** The demo's practices in the database: known by their marks, taken away whole, and kept away where that was wished. */

import type pg from "pg";
import { type Client, pool } from "../storage/db";
import { tablesInOrder } from "../storage/table-order";
import { DEMO_EMAIL } from "./demo-door";

/** Stands among the marks where no demo is wanted: a plain start then loads none. */
const NONE_WANTED = "none wanted";

/** Whether the demo's first person is there; asked by the sign-in page. */
export async function hasDemo(): Promise<boolean> {
  const { rows } = await pool()
    .query(`select 1 from "user" where email = $1`, [DEMO_EMAIL])
    .catch(() => ({ rows: [] as unknown[] }));
  return rows.length > 0;
}

export async function demoMarks(owner: pg.Client): Promise<{ loaded: Set<string>; wanted: boolean }> {
  const { rows } = await owner.query<{ mark: string }>("select mark from demo_load");
  const marks = new Set(rows.map((r) => r.mark));
  return { wanted: !marks.delete(NONE_WANTED), loaded: marks };
}

/** Says whether a plain start loads the demo. */
export async function wantDemo(owner: pg.Client, wanted: boolean): Promise<void> {
  await owner.query("delete from demo_load where mark = $1", [NONE_WANTED]);
  if (!wanted) await owner.query("insert into demo_load (mark) values ($1)", [NONE_WANTED]);
}

/**
 * Takes every demo practice out with all that it holds, in one transaction of the tables' owner; people who belong to no
 * other practice go too. Gives the names of the practices. `names` finds those that were loaded before marks told which
 * practice they became.
 */
export async function removeDemos(owner: pg.Client, names: Record<string, string>): Promise<string[]> {
  await owner.query("begin");
  try {
    await owner.query("alter table practice no force row level security");
    const { rows: demos } = await owner.query<{ id: string; name: string }>(
      `select p.id, p.name from practice p join demo_load d on d.became = p.id or (d.became is null and p.name = ($1::jsonb ->> d.mark))`,
      [JSON.stringify(names)],
    );
    const order = (await tablesInOrder(owner as unknown as Client)).reverse();
    for (const { id } of demos) {
      await owner.query("select set_config('app.practice_id', $1, true), set_config('app.grower_id', '', true)", [id]);
      const { rows: people } = await owner.query<{ user_id: string }>(
        "select user_id from membership where practice_id = $1",
        [id],
      );
      for (const table of order) {
        await owner.query(`alter table ${table} no force row level security`);
        await owner.query(`delete from ${table} where practice_id = $1`, [id]);
      }
      await owner.query("delete from practice where id = $1", [id]);
      for (const { user_id } of people)
        await owner.query(
          `delete from "user" u where u.id = $1 and not exists (select from membership m where m.user_id = u.id)`,
          [user_id],
        );
      for (const table of order) await owner.query(`alter table ${table} force row level security`);
    }
    await owner.query("delete from demo_load where mark <> $1", [NONE_WANTED]);
    await owner.query("alter table practice force row level security");
    await owner.query("commit");
    return demos.map((d) => d.name);
  } catch (error) {
    await owner.query("rollback").catch(() => {});
    throw error;
  }
}
