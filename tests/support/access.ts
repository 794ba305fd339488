/** Access of the demo's people for tests that call the server's functions, and the demo's fields and plans by name. */

import type pg from "pg";
import { type Access, LICENCE } from "@/server/access/access";
import { inPractice, row, type Scope } from "@/server/storage/db";

/** The access of a person by e-mail, on the demo's working date. */
export async function accessOf(owner: pg.Client, email: string): Promise<Access> {
  const { rows: found } = await owner.query(
    `select m.practice_id, m.user_id, m.role, ${LICENCE} as licence, m.grower_id, u.name, p.name as practice from membership m join "user" u on u.id = m.user_id join practice p on p.id = m.practice_id where u.email = $1`,
    [email],
  );
  const m = found[0];
  return {
    practiceId: m.practice_id,
    userId: m.user_id,
    growerId: m.grower_id,
    name: m.name,
    role: m.role,
    licence: m.licence,
    practice: { name: m.practice, currency: "cr", unitSet: "metric", decimalMark: "point", asOf: "2026-08-12" },
    today: "2026-08-12",
  };
}

export const fieldNamed = async (scope: Scope, name: string): Promise<string> =>
  (await inPractice(scope, (c) => row<{ id: string }>(c, "select id from field where name = $1", [name])))
    ?.id as string;

/** The first plan of a field. */
export const planOfField = async (scope: Scope, name: string): Promise<string> =>
  (
    await inPractice(scope, (c) =>
      row<{ id: string }>(
        c,
        "select p.id from plan p join field f on f.practice_id = p.practice_id and f.id = p.field_id where f.name = $1 order by p.season, p.draft limit 1",
        [name],
      ),
    )
  )?.id as string;

/** Takes plans and plantings out again that a test began (`which`: of both tables), since others count what the demo holds. */
export async function removePlans(owner: pg.Client, which: string, value: unknown): Promise<void> {
  const plans = `plan_id in (select id from plan where ${which})`;
  const removals = [
    ...["outline_job", "plan_outline", "operation_input", "operation", "plan_version"].map(
      (table) => `delete from ${table} where ${plans}`,
    ),
    ...["plan", "planting"].map((table) => `delete from ${table} where ${which}`),
  ];
  // the worker may be at these plans
  for (let round = 0; ; round++)
    try {
      for (const removal of removals) await owner.query(removal, [value]);
      return;
    } catch (error) {
      if (round === 5) throw error;
    }
}
