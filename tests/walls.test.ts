/** The database's own guarantees: walls between practices, stale saves, frozen versions, migrations. */

import { execFile } from "node:child_process";
import { randomUUID } from "node:crypto";
import { readdirSync } from "node:fs";
import path from "node:path";
import { promisify } from "node:util";
import pg from "pg";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import type { Decisions } from "@/core/sheets/decisions";
import { applyChanges, freshDecisions } from "@/core/sheets/decisions";
import type { Access } from "@/server/access/access";
import { logOperation, withdrawLog } from "@/server/field-notes/log";
import { listFields, loadField } from "@/server/land/fields";
import { draftStale, outlineLines } from "@/server/plans/outlines";
import { issuePlan, loadPlan, loadVersion, saveDecisions } from "@/server/plans/plans";
import { startPlan } from "@/server/plans/plantings";
import { inPractice, pool, row, rows, type Scope } from "@/server/storage/db";
import { checkRole, migrate } from "@/server/storage/migrate";
import { accessOf, fieldNamed, planOfField } from "./support/access";

let castellan: Access;
let fernhill: Access;
let owner: pg.Client;

beforeAll(async () => {
  process.env.DATABASE_URL = inject("databaseUrl");
  owner = new pg.Client({ connectionString: inject("adminUrl") });
  await owner.connect();
  castellan = await accessOf(owner, "imre@castellan.example");
  fernhill = await accessOf(owner, "una@fernhill.example");
});
afterAll(async () => {
  await owner.end();
  await pool().end();
});

describe("walls between practices", () => {
  it("works as a role that row-level security binds", async () => {
    await expect(checkRole(inject("databaseUrl"))).resolves.toBeUndefined();
    await expect(checkRole(inject("adminUrl"))).rejects.toThrow(/SUPERUSER/);
    // the owner's address as the only one: what to run and to set is said
    const owners = inject("ownerUrl");
    await expect(checkRole(inject("databaseUrl"), owners)).resolves.toBeUndefined();
    await expect(checkRole(owners, owners)).rejects.toThrow(
      /owns the tables.*create role wheatonomy_app.*MIGRATION_DATABASE_URL/s,
    );
  });

  it("shows a practice its own rows and nobody's outside of one, whatever the query forgets", async () => {
    const tables = [
      "field",
      "planting",
      "farm",
      "grower",
      "plan",
      "plan_version",
      "operation",
      "log_entry",
      "soil_test",
      "crop_history",
      "fertiliser",
      "seed_lot",
      "lime_product",
      "station",
      "station_normal",
      "audit",
      "station_day",
      "weather_import",
      "stage_observation",
      "plan_outline",
      "outline_operation",
      "moved_operation",
      "facts_clock",
      "practice_clock",
    ];
    // each practice has at least one outline and one measured day, so that there is something to hide
    for (const scope of [castellan, fernhill]) {
      await draftStale(scope);
      await inPractice(scope, async (c) => {
        const station = await row<{ id: string }>(c, "select id from station order by name limit 1", []);
        await c.query(
          "insert into station_day (practice_id, station_id, day, tmin_c, tmax_c, rain_mm) values ($1, $2, '2020-01-01', 1, 2, 0) on conflict do nothing",
          [scope.practiceId, station?.id],
        );
      });
    }
    for (const table of tables) {
      const all = Number((await owner.query(`select count(*) from ${table}`)).rows[0].count);
      const count = async (scope: Scope) =>
        Number((await inPractice(scope, (c) => rows<{ count: string }>(c, `select count(*) from ${table}`)))[0]?.count);
      const [a, b] = [await count(castellan), await count(fernhill)];
      expect(a + b, table).toBe(all);
      expect(
        Number((await pool().query(`select count(*) from ${table}`)).rows[0].count),
        `${table} without a practice`,
      ).toBe(0);
    }
    await owner.query("delete from station_day where day = '2020-01-01'");
  });

  it("has security forced on every table with a practice", async () => {
    const { rows: open } = await owner.query(
      "select c.relname from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attname = 'practice_id' where c.relkind = 'r' and not (c.relrowsecurity and c.relforcerowsecurity)",
    );
    expect(open).toEqual([]);
  });

  it("drafts an outline again when its field changes, and leaves those of other fields", async () => {
    const drained = async () => {
      for (;;) {
        await draftStale(castellan);
        const lines = await inPractice(castellan, (c) => outlineLines(c, castellan, "draft"));
        if (lines.every((l) => l.fresh)) return;
      }
    };
    await drained();
    const keys = async () =>
      new Map(
        (
          await inPractice(castellan, (c) =>
            rows<{ plan_id: string; key: string }>(c, "select plan_id, key from plan_outline where basis = 'draft'"),
          )
        ).map((r) => [r.plan_id, r.key]),
      );
    const before = await keys();
    const field = await fieldNamed(castellan, "Salt Lease");
    const plan = await planOfField(castellan, "Salt Lease");
    const moved = (by: number) => owner.query("update soil_test set ph = ph + $2 where field_id = $1", [field, by]);
    await moved(-0.1);
    await drained();
    const after = await keys();
    // what stands in the demo is what other tests reckon with
    await moved(0.1);
    await drained();
    expect(after.get(plan)).not.toBe(before.get(plan));
    for (const [id, key] of before) if (id !== plan) expect(after.get(id)).toBe(key);
  });

  it("opens no field, plan or version of another practice by its id, and writes none", async () => {
    const field = await fieldNamed(castellan, "Coney Bank");
    const plan = await planOfField(castellan, "Withy Bed");
    expect(await inPractice(fernhill, (c) => loadField(c, fernhill, field))).toBeNull();
    expect(await inPractice(fernhill, (c) => loadPlan(c, fernhill, plan))).toBeNull();
    expect(await inPractice(fernhill, (c) => loadVersion(c, fernhill, plan, 1))).toBeNull();
    await expect(
      inPractice(fernhill, (c) => saveDecisions(c, fernhill, plan, 1, freshDecisions("wheat"))),
    ).rejects.toThrow("no such plan");
    await expect(
      inPractice(fernhill, (c) =>
        c.query("insert into planting (practice_id, field_id, season) values ($1, $2, 2030)", [
          castellan.practiceId,
          field,
        ]),
      ),
    ).rejects.toThrow(/row-level security/);
    expect(
      (await inPractice(fernhill, (c) => c.query("update plan set revision = 9 where id = $1", [plan]))).rowCount,
    ).toBe(0);
  });

  it("shows a grower the own farm only", async () => {
    const { rows: found } = await owner.query("select id from grower where name = 'Pennick Farm'");
    const grower: Scope = { ...castellan, growerId: found[0].id };
    expect((await inPractice(grower, (c) => listFields(c, grower))).map((f) => f.name).sort()).toEqual([
      "Alder Carr",
      "Brickkiln",
      "Coney Bank",
      "Gantry Plot",
      "Larkfield",
      "Rook Hanger",
      "Sallow Field",
      "Sluice Piece",
      "Withy Bed",
    ]);
    const other = await planOfField(castellan, "Heron Block");
    expect(await inPractice(grower, (c) => loadVersion(c, grower, other, 1))).toBeNull();
    expect(await inPractice(grower, (c) => rows(c, "select 1 from log_entry where plan_id = $1", [other]))).toEqual([]);
  });

  it("shows a grower the own share of all that hangs on fields and plans, and lets nobody write beyond it", async () => {
    const { rows: found } = await owner.query("select id from grower where name = 'Pennick Farm'");
    const grower: Scope = { ...castellan, growerId: found[0].id };
    const own = `select f.id from field f join farm fa on fa.id = f.farm_id where fa.grower_id = '${found[0].id}'`;
    const hanging: [table: string, on: string][] = [
      ["field", `id in (${own})`],
      ["planting", `field_id in (${own})`],
      ["plan", `field_id in (${own})`],
      ...[
        "plan_version",
        "operation",
        "operation_input",
        "log_entry",
        "stage_observation",
        "plan_outline",
        "outline_operation",
        "moved_operation",
      ].map((table): [string, string] => [table, `plan_id in (select id from plan where field_id in (${own}))`]),
    ];
    // outlines of all plans, so that there is something to keep out
    await draftStale(castellan);
    let kept = 0;
    for (const [table, on] of hanging) {
      const count = `select count(*)::int as n, count(*) filter (where ${on})::int as own from ${table} where practice_id = '${castellan.practiceId}'`;
      const { rows: all } = await owner.query(count);
      const seen = await inPractice(grower, (c) => row<{ n: number }>(c, `select count(*)::int as n from ${table}`));
      expect(seen?.n, table).toBe(all[0].own);
      kept += all[0].n - all[0].own;
      const adviser = await inPractice(castellan, (c) =>
        row<{ n: number }>(c, `select count(*)::int as n from ${table}`),
      );
      expect(adviser?.n, `${table}, to an adviser`).toBe(all[0].n);
    }
    expect(kept).toBeGreaterThan(0);
    const other = await planOfField(castellan, "Heron Block");
    const changed = await inPractice(grower, (c) => c.query("update plan set revision = 9 where id = $1", [other]));
    expect(changed.rowCount).toBe(0);
  });

  it("lets a grower write on the own farms only, and nothing that is the practice's", async () => {
    const { rows: found } = await owner.query("select id from grower where name = 'Pennick Farm'");
    const { rows: person } = await owner.query(`select id from "user" where email = 'grower@pennick.example'`);
    const grower: Scope = { ...castellan, userId: person[0].id, growerId: found[0].id };
    const [own, other] = [await fieldNamed(castellan, "Coney Bank"), await fieldNamed(castellan, "Heron Block")];
    const [ownPlan, otherPlan] = [
      await planOfField(castellan, "Coney Bank"),
      await planOfField(castellan, "Heron Block"),
    ];
    const doing = (sql: string, values: unknown[]) =>
      inPractice(grower, async (c) => {
        const { rowCount } = await c.query(sql, values);
        // what could be done is not kept
        throw new Error(`did ${rowCount}`);
      }).catch((error: Error) => error.message);
    const logged = `insert into log_entry (practice_id, id, plan_id, operation_id, done_on, user_id) values ($1, gen_random_uuid(), $2, 'x', '2026-08-01', 'x')`;
    expect(await doing(logged, [castellan.practiceId, ownPlan])).toBe("did 1");
    expect(await doing(logged, [castellan.practiceId, otherPlan])).toMatch(/row-level security/);
    const sown = "insert into planting (practice_id, field_id, season) values ($1, $2, 2050)";
    expect(await doing(sown, [castellan.practiceId, own])).toBe("did 1");
    expect(await doing(sown, [castellan.practiceId, other])).toMatch(/row-level security/);
    // soil tests, levels and history of others were all to be read; settings were to be changed
    for (const [table, on] of [
      ["soil_test", "field_id"],
      ["crop_history", "field_id"],
    ])
      expect(await doing(`select from ${table} where ${on} = $1`, [other]), table).toBe("did 0");
    expect(
      await doing("select from soil_test_level l join soil_test t on t.id = l.soil_test_id where t.field_id = $1", [
        own,
      ]),
    ).not.toBe("did 0");
    const levels = async (scope: Scope) =>
      (await inPractice(scope, (c) => row<{ n: number }>(c, "select count(*)::int as n from soil_test_level")))
        ?.n as number;
    expect(await levels(grower)).toBeLessThan(await levels(castellan));
    expect(await doing("select from membership where user_id <> $1", [grower.userId])).toBe("did 0");
    expect(await doing("select from audit where user_id <> $1", [grower.userId])).toBe("did 0");
    expect(await doing("select from weather_import", [])).toBe("did 0");
    for (const change of [
      "update practice set as_of = null",
      "update fertiliser set price_per_t = 1",
      "update station_day set rain_mm = 0",
    ])
      expect(await doing(change, []), change).toBe("did 0");
  });

  it("gives the application's role the rights that its code uses and no others", async () => {
    const { rows: granted } = await owner.query(`
      select table_name, string_agg(distinct lower(privilege_type), ', ' order by lower(privilege_type)) as rights from (
        select table_name, privilege_type from information_schema.role_table_grants where grantee = 'wheatonomy_app'
        union select table_name, privilege_type || ' of ' || column_name from information_schema.role_column_grants c
          where grantee = 'wheatonomy_app' and privilege_type = 'UPDATE' and not exists (select from information_schema.role_table_grants t
            where t.grantee = c.grantee and t.table_name = c.table_name and t.privilege_type = 'UPDATE')
      ) r where privilege_type <> 'SELECT' group by 1 order by 1`);
    expect(Object.fromEntries(granted.map((g) => [g.table_name, g.rights]))).toEqual({
      account: "update of password, update of updatedat",
      audit: "insert",
      calendar_feed: "insert, update of last_read_at, update of revoked_at",
      crop_history: "insert, update",
      crop_offer: "insert, update",
      protection_product: "insert, update",
      facts_clock: "insert, update",
      farm: "insert, update",
      fertiliser: "insert, update",
      fertiliser_content: "delete, insert, update",
      field: "insert, update",
      field_descent: "insert",
      file_seal: "insert",
      field_rain: "insert, update of withdrawn_at",
      grower: "insert, update",
      guide_revision: "insert",
      import: "insert, update of undone_at",
      import_mapping: "insert, update of at, update of mapping",
      import_row: "insert",
      invitation: "insert, update of revoked_at",
      lime_product: "insert, update",
      log_entry: "insert, update of withdrawn_at",
      store: "insert, update",
      produce_load: "insert, update",
      store_reading: "insert, update",
      ripeness_look: "insert, update of withdrawn_at",
      scout_photo: "insert",
      scout_visit: "insert, update of withdrawn_at",
      treatment_sign_off: "insert, update of withdrawn_at",
      moved_operation: "insert, update of at, update of moved_to, update of person, update of user_id",
      operation: "insert",
      operation_input: "insert",
      outline_job: "delete, insert, update",
      plan: "insert, update of chosen, update of decisions, update of person, update of revision, update of updated_at, update of updated_by",
      plan_outline: "insert, update",
      outline_operation: "delete, insert",
      plan_version: "insert",
      practice_clock: "insert, update",
      planting: "insert, update of area_ha, update of part",
      practice:
        "update of as_of, update of currency, update of decimal_mark, update of name, update of prices, update of unit_set",
      seed_lot: "insert, update",
      session: "delete, insert, update",
      sign_in_failure: "delete, insert",
      signed_elsewhere: "insert",
      soil_scheme: "insert, update",
      soil_test: "insert, update",
      soil_test_level: "delete, insert, update",
      stage_observation: "insert, update of withdrawn_at",
      station: "insert, update",
      station_day: "insert, update",
      station_normal: "delete, insert, update",
      variety: "insert, update",
      variety_trial: "insert, update",
      twoFactor: "delete, insert, update",
      used_code: "delete, insert",
      user: "update of twofactorenabled, update of updatedat",
      verification: "delete, insert, update",
      weather_import: "insert",
    });
    // nobody makes themselves owner by it
    for (const attempt of [
      "update membership set role = 'owner'",
      "insert into membership (practice_id, user_id, role) select id, current_person(), 'owner' from practice",
      `update "user" set email = 'x@example.org'`,
      "alter table plan disable row level security",
      "drop policy own on plan",
      "create table mine ()",
      `insert into account (id, "accountId", "providerId", "userId", password) select 'x', id, 'credential', id, 'x' from "user"`,
    ])
      await expect(
        inPractice(castellan, (c) => c.query(attempt)),
        attempt,
      ).rejects.toThrow(/permission denied|must be owner/);
    // and the functions that write people look whether they may
    const noor = await accessOf(owner, "noor@castellan.example");
    const asNoor = (text: string, values: unknown[]) => inPractice(noor, (c) => c.query(text, values));
    expect(
      (await asNoor("select set_member($1, 'owner', null, null, null, null) as done", [noor.userId])).rows[0].done,
    ).toBeNull();
    expect((await asNoor("select accept_invitation('none', $1) as id", [noor.userId])).rows[0].id).toBeNull();
    await expect(
      asNoor("select begin_practice($1, $2, 'Mine', 'cr', 'metric', 'point', '{}')", [
        castellan.practiceId,
        noor.userId,
      ]),
      "a practice that is there",
    ).rejects.toThrow(/duplicate key/);
    await expect(
      asNoor(
        "insert into invitation (practice_id, token_hash, role, name, user_id, expires_at) values ($1, 'h', 'owner', 'me', $2, now() + interval '1 day')",
        [noor.practiceId, noor.userId],
      ),
      "an invitation by one who is no owner",
    ).rejects.toThrow(/row-level security/);
  });
});

describe("plans", () => {
  const target = (decisions: Decisions, t: number) => applyChanges(decisions, [{ path: "targetTPerHa", value: t }]);

  it("refuse a stale save with what stands now, and note each change with its author", async () => {
    const id = await inPractice(castellan, async (c) =>
      startPlan(c, castellan, { fieldId: await fieldNamed(castellan, "Tamarind Row"), season: 2028, guideId: "rice" }),
    );
    const fresh = freshDecisions("rice");
    const first = await inPractice(castellan, (c) => saveDecisions(c, castellan, id, 1, target(fresh, 5)));
    expect(first).toEqual({ saved: true, revision: 2 });
    const stale = await inPractice(castellan, (c) => saveDecisions(c, castellan, id, 1, target(fresh, 6)));
    expect(stale).toMatchObject({
      saved: false,
      revision: 2,
      decisions: { targetTPerHa: 5 },
      updatedBy: "Imre Castellan",
    });
    const { rows: notes } = await owner.query(
      "select action, user_id, before, after from audit where entity_id = $1 order by id",
      [id],
    );
    expect(notes.map((n) => n.action)).toEqual(["started", "changed"]);
    expect(notes[1]).toMatchObject({ user_id: castellan.userId, after: { targetTPerHa: 5 } });
  });

  it("let one of two saves at once through", async () => {
    const id = await inPractice(castellan, async (c) =>
      startPlan(c, castellan, { fieldId: await fieldNamed(castellan, "Tamarind Row"), season: 2029, guideId: "rice" }),
    );
    const results = await Promise.all(
      [5, 6, 7].map((t) =>
        inPractice(castellan, (c) => saveDecisions(c, castellan, id, 1, target(freshDecisions("rice"), t))),
      ),
    );
    expect(results.filter((r) => r.saved)).toHaveLength(1);
  });

  it("cannot be issued with a conflict, and are frozen once they are", async () => {
    const kestrel = await planOfField(castellan, "Kestrel Bottom");
    await expect(inPractice(castellan, (c) => issuePlan(c, castellan, kestrel, 1))).rejects.toThrow(/cannot be issued/);
    const withy = await planOfField(castellan, "Withy Bed");
    const version = await inPractice(castellan, (c) => loadVersion(c, castellan, withy, 1));
    expect(version?.issued.targetTPerHa).toBe(8.8);
    await expect(
      inPractice(castellan, (c) => c.query("update plan_version set number = 9 where plan_id = $1", [withy])),
    ).rejects.toThrow(/permission denied/);
    await expect(
      inPractice(castellan, (c) => c.query("delete from operation where plan_id = $1", [withy])),
    ).rejects.toThrow(/permission denied/);
    const stored = await inPractice(castellan, (c) =>
      rows<{ n: number }>(c, "select count(*)::int as n from operation where plan_id = $1 and version = 1", [withy]),
    );
    expect(stored[0]?.n).toBe(version?.issued.operations.length);
  });
});

describe("the log", () => {
  it("counts an entry that was sent twice once, refuses the future and a second entry, and keeps what was withdrawn", async () => {
    const planId = await planOfField(castellan, "Withy Bed");
    const entry = {
      id: randomUUID(),
      planId,
      operationId: "seed-test",
      doneOn: "2026-08-11",
      quantityPerHa: null,
      note: "",
    };
    const log = (input: typeof entry) => inPractice(castellan, (c) => logOperation(c, castellan, input));
    await log(entry);
    await log(entry);
    await expect(log({ ...entry, id: randomUUID() })).rejects.toThrow(/logged this already/);
    await expect(log({ ...entry, id: randomUUID(), operationId: "roll", doneOn: "2026-08-13" })).rejects.toThrow(
      "allowed is up to today (2026-08-12)",
    );
    await inPractice(castellan, (c) => withdrawLog(c, castellan, planId, "seed-test"));
    const { rows: kept } = await owner.query("select withdrawn_at from log_entry where id = $1", [entry.id]);
    expect(kept[0].withdrawn_at).not.toBeNull();
  });
});

describe("migrations", () => {
  it("run twice without a change, and from two processes at once", async () => {
    await owner.query("drop database if exists migrations_test with (force)");
    await owner.query("create database migrations_test owner wheatonomy_owner");
    const url = inject("ownerUrl").replace(/\/wheatonomy$/, "/migrations_test");
    const script = `import { migrate } from "./src/server/storage/migrate"; console.log((await migrate(process.argv[1])).length);`;
    const run = () =>
      promisify(execFile)("node_modules/.bin/tsx", ["--input-type=module", "-e", script, url], {
        cwd: path.resolve(import.meta.dirname, ".."),
      });
    const counts = (await Promise.all([run(), run()])).map(({ stdout }) => Number(stdout.trim())).sort();
    const all = readdirSync("db/migrations").filter((f) => f.endsWith(".sql")).length;
    expect(counts).toEqual([0, all]);
    expect(await migrate(url)).toEqual([]);
    await owner.query("drop database migrations_test with (force)");
  });
});
