/** What a process keeps of a practice: until something of it changes, and never what was not committed. */

import pg from "pg";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { type Decisions, freshDecisions } from "@/core/sheets/decisions";
import type { Access } from "@/server/access/access";
import { loadGround } from "@/server/land/ground";
import { loadCatalogue } from "@/server/plans/catalogue";
import { loadPlanFacts } from "@/server/plans/plan-facts";
import { loadPlan, saveDecisions } from "@/server/plans/plans";
import { startPlan } from "@/server/plans/plantings";
import { inPractice, pool, row } from "@/server/storage/db";
import { type Part, partClock } from "@/server/storage/kept";
import { accessOf, fieldNamed, planOfField, removePlans } from "./support/access";

let access: Access;
let owner: pg.Client;
beforeAll(async () => {
  process.env.DATABASE_URL = inject("databaseUrl");
  owner = new pg.Client({ connectionString: inject("adminUrl") });
  await owner.connect();
  access = await accessOf(owner, "imre@castellan.example");
});
afterAll(async () => {
  await owner.end();
  await pool().end();
});

const within = <T>(work: (client: pg.PoolClient) => Promise<T>) => inPractice(access, work);
const clock = (part: Part) => within((c) => partClock(c, access, part));

describe("the count of changes", () => {
  it.each<[Part, string, string]>([
    ["ground", "grower", "name = name || ' '"],
    ["ground", "farm", "name = name || ' '"],
    ["ground", "field", "area_ha = area_ha + 0.1"],
    ["ground", "soil_test", "ph = ph + 0.1"],
    ["ground", "planting", "part = part"],
    ["ground", "plan_version", "person = person"],
    ["ground", "plan", "chosen = not chosen"],
    ["catalogue", "practice", "currency = 'xx'"],
    ["catalogue", "fertiliser", "price_per_t = price_per_t + 1"],
    ["catalogue", "fertiliser_content", "pct = pct"],
    ["catalogue", "lime_product", "price_per_t = price_per_t + 1"],
    ["catalogue", "seed_lot", "variety = variety || ' '"],
    ["catalogue", "protection_product", "name = name || ' '"],
    ["catalogue", "variety", "name = name || ' '"],
    ["catalogue", "crop_offer", "price_per_t = price_per_t + 1"],
    ["catalogue", "soil_scheme", "name = name || ' '"],
    ["records", "crop_history", "season = season"],
    ["records", "soil_test_level", "value = value"],
    ["records", "field_descent", "on_day = on_day"],
    ["records", "field_rain", "rain_mm = rain_mm"],
    ["records", "log_entry", "note = note"],
    ["records", "stage_observation", "seen_on = seen_on"],
    ["records", "treatment_sign_off", "signed = signed"],
    ["records", "scout_visit", "note = note"],
    ["records", "scout_photo", "at = at"],
    ["records", "ripeness_look", "note = note"],
    ["records", "produce_load", "mass_t = mass_t"],
    ["records", "station", "name = name || ' '"],
    ["records", "station_normal", "rain_mm = rain_mm"],
    ["records", "station_day", "rain_mm = rain_mm"],
  ])("of the %s moves with %s", async (part, table, change) => {
    const own = table === "practice" ? "id" : "practice_id";
    const at = () =>
      owner
        .query("select coalesce(sum(n), 0)::int as n from practice_clock where part = $1", [part])
        .then((r) => r.rows[0].n);
    await owner.query("begin");
    try {
      const before = await at();
      const { rowCount } = await owner.query(
        `update ${table} set ${change} where ctid = (select ctid from ${table} where ${own} is not null limit 1)`,
      );
      const { rows } = await owner.query(
        "select count(*)::int as n from pg_trigger where tgrelid = $1::regclass and tgname like 'clock%'",
        [table],
      );
      expect(rows[0].n).toBeGreaterThan(0);
      // a table without rows in the demo has its trigger at least
      if (rowCount) expect(await at()).toBe(before + 1);
    } finally {
      await owner.query("rollback");
    }
  });

  it("has every table that what is kept is read from", async () => {
    const { rows: found } = await owner.query(
      `select p.id, p.field_id as "fieldId", p.season, fa.grower_id as "growerId" from plan p join field f on f.id = p.field_id
         join farm fa on fa.id = f.farm_id where p.practice_id = $1 and f.name = 'Coney Bank'`,
      [access.practiceId],
    );
    const [plan] = found as { id: string; fieldId: string; season: number; growerId: string }[];
    // nothing is kept for growers: all of it is asked for
    const grower = { ...access, growerId: plan?.growerId as string };
    const asked: string[] = [];
    await inPractice(grower, async (c) => {
      const query = c.query.bind(c) as (q: string | { text: string }, ...more: unknown[]) => unknown;
      const listening = Object.assign(Object.create(c), {
        query: (q: string | { text: string }, ...more: unknown[]) => {
          asked.push(typeof q === "string" ? q : q.text);
          return query(q, ...more);
        },
      });
      await loadPlanFacts(listening, grower, [plan as NonNullable<typeof plan>]);
    });
    const names = new Set(asked.flatMap((text) => [...text.matchAll(/\b(?:from|join) ([a-z_]+)/g)].map((m) => m[1])));
    const { rows } = await owner.query<{ table: string; counted: boolean }>(
      `select c.relname as table, exists (select from pg_trigger t where t.tgrelid = c.oid and t.tgname like 'clock%') as counted
       from pg_class c where c.relkind = 'r' and c.relname = any($1)`,
      [[...names]],
    );
    expect(rows.length).toBeGreaterThan(15);
    // an outline is asked for each time, where a plan has what its label makes wait for the next crop; what a version planned is written
    // once, before anything can be logged by it
    const others = ["plan_outline", "operation_input"];
    expect(rows.flatMap((r) => (r.counted || others.includes(r.table) ? [] : [r.table]))).toEqual([]);
  });

  it("stands still while decisions are saved, and moves when the crop is another one", async () => {
    const id = await planOfField(access, "Heron Block");
    const stored = (c: pg.PoolClient) =>
      row<{ revision: number; decisions: Decisions }>(c, "select revision, decisions from plan where id = $1", [id]);
    const save = (change: (decisions: Decisions) => Decisions) =>
      within(async (c) => {
        const { revision, decisions } = (await stored(c)) as { revision: number; decisions: Decisions };
        const saved = await saveDecisions(c, access, id, revision, change(decisions));
        expect(saved.saved).toBe(true);
        return decisions;
      });
    const before = await clock("ground");
    const stood = await save((d) => ({ ...d, targetTPerHa: 4.1 }));
    expect(await clock("ground")).toBe(before);
    await save(() => freshDecisions("barley"));
    expect(await clock("ground")).not.toBe(before);
    expect((await within((c) => loadGround(c, access))).plans.get(id)?.guideId).toBe("barley");
    await save(() => stood);
  });
});

describe("what is kept", () => {
  it("is the same until something changes, and then what it was changed to", async () => {
    const field = await fieldNamed(access, "Salt Lease");
    const ground = () => within((c) => loadGround(c, access));
    const before = await ground();
    expect(await ground()).toBe(before);
    await owner.query("update field set name = 'Salt Lease Lower' where id = $1", [field]);
    expect((await ground()).fields.get(field)?.name).toBe("Salt Lease Lower");
    await owner.query("update field set name = 'Salt Lease' where id = $1", [field]);
    expect((await ground()).fields.get(field)?.name).toBe("Salt Lease");
  });

  it("is never what was seen in a transaction that was then undone", async () => {
    const field = await fieldNamed(access, "Salt Lease");
    const add = "insert into planting (practice_id, field_id, season, part, area_ha) values ($1, $2, $3, 'left', 0.1)";
    const seasons = async (c: pg.PoolClient) =>
      [...(await loadGround(c, access)).plantings.values()].filter((p) => p.fieldId === field).map((p) => p.season);
    await expect(
      within(async (c) => {
        await c.query(add, [access.practiceId, field, 2061]);
        expect(await seasons(c)).toContain(2061);
        throw new Error("undone");
      }),
    ).rejects.toThrow("undone");
    // another change takes the very same count
    await owner.query(add, [access.practiceId, field, 2062]);
    const seen = await within(seasons);
    await owner.query("delete from planting where season in (2061, 2062)");
    expect(seen).toContain(2062);
    expect(seen).not.toContain(2061);
  });

  it("is a grower's own part for growers, whatever was kept for advisers", async () => {
    await within((c) => loadGround(c, access));
    const { rows } = await owner.query("select id from grower where name = 'Pennick Farm'");
    const own = await inPractice({ ...access, growerId: rows[0].id }, (c) =>
      loadGround(c, { ...access, growerId: rows[0].id }),
    );
    const all = await within((c) => loadGround(c, access));
    expect([...own.growers.keys()]).toContain(rows[0].id);
    expect(own.fields.size).toBeGreaterThan(0);
    expect(own.fields.size).toBeLessThan(all.fields.size);
    for (const { farmId } of own.fields.values()) expect(own.farms.get(farmId)?.growerId).toBe(rows[0].id);
  });

  it("is the same facts of a plan while others are saved, and new ones as soon as something is recorded of its field", async () => {
    const [field, id] = [await fieldNamed(access, "Heron Block"), await planOfField(access, "Heron Block")];
    const other = await planOfField(access, "Salt Lease");
    const facts = () => within(async (c) => (await loadPlan(c, access, id))?.facts);
    const before = await facts();
    expect(await facts()).toBe(before);
    await owner.query("update plan set revision = revision + 1 where id = $1", [other]);
    await owner.query("update plan set revision = revision - 1 where id = $1", [other]);
    expect(await facts()).toBe(before);
    await owner.query(
      "insert into field_rain (practice_id, id, field_id, day, rain_mm, user_id) values ($1, gen_random_uuid(), $2, '2026-05-02', 11, $3)",
      [access.practiceId, field, access.userId],
    );
    expect((await facts())?.rain).toContainEqual({ day: "2026-05-02", rainMm: 11 });
    await owner.query("delete from field_rain where field_id = $1 and day = '2026-05-02'", [field]);
    expect(await facts()).toEqual(before);
  });

  it("begins a plan from what the plan before leaves now, not from what it left when it was last looked at", async () => {
    const fieldId = await fieldNamed(access, "Heron Block");
    const plan = (season: number, guideId: string) => within((c) => startPlan(c, access, { fieldId, season, guideId }));
    try {
      const [first, then] = [await plan(2071, "wheat"), await plan(2072, "barley")];
      const previous = () => within(async (c) => (await loadPlan(c, access, then))?.facts.previousCrop?.crop);
      const put = (guideId: string) =>
        owner.query("update plan set decisions = $2, revision = revision + 1 where id = $1", [
          first,
          freshDecisions(guideId),
        ]);
      expect(await previous()).toBe("wheat");
      await put("barley");
      expect(await previous()).toBe("barley");
      await put("wheat");
      expect(await previous()).toBe("wheat");
    } finally {
      await removePlans(owner, "season >= $1", 2071);
    }
  });

  it("has the price that somebody changed a moment ago", async () => {
    const price = async () => (await within((c) => loadCatalogue(c, access))).fertilisers[0]?.pricePerT as number;
    const [before, id] = [await price(), (await within((c) => loadCatalogue(c, access))).fertilisers[0]?.id];
    await owner.query("update fertiliser set price_per_t = price_per_t + 7 where practice_id = $1 and id = $2", [
      access.practiceId,
      id,
    ]);
    expect(await price()).toBe(before + 7);
    await owner.query("update fertiliser set price_per_t = price_per_t - 7 where practice_id = $1 and id = $2", [
      access.practiceId,
      id,
    ]);
  });
});
