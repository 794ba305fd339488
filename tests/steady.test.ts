/** What one person saves, sends or loses stays with that plan: broken plans, two at once, entries that cannot be. */

import { randomUUID } from "node:crypto";
import pg from "pg";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { applyChanges, freshDecisions } from "@/core/sheets/decisions";
import type { Access } from "@/server/access/access";
import { logOperation, withdrawLog } from "@/server/field-notes/log";
import { repairPlan } from "@/server/plans/broken-plan";
import { saveSettings } from "@/server/plans/catalogue";
import { moveOperations } from "@/server/plans/moves";
import { draftStale } from "@/server/plans/outlines";
import { issuePlan, loadPlan, saveDecisions } from "@/server/plans/plans";
import { copyDraft, startPlan } from "@/server/plans/plantings";
import { createFeed, listFeeds, revokeFeed } from "@/server/season/feeds";
import { loadSeason } from "@/server/season/season";
import { loadWeek } from "@/server/season/week";
import { type Client, inPractice, pool, row } from "@/server/storage/db";
import { accessOf, fieldNamed, planOfField, removePlans } from "./support/access";

let imre: Access;
let noor: Access;
let owner: pg.Client;
const as = <T>(who: Access, work: (client: Client) => Promise<T>): Promise<T> => inPractice(who, work);

beforeAll(async () => {
  process.env.DATABASE_URL = inject("databaseUrl");
  owner = new pg.Client({ connectionString: inject("adminUrl") });
  await owner.connect();
  imre = await accessOf(owner, "imre@castellan.example");
  noor = await accessOf(owner, "noor@castellan.example");
});
afterAll(async () => {
  await owner.end();
  await pool().end();
});

/** Runs the same thing so many times at once; gives what came of each. */
const atOnce = <T>(times: number, work: (i: number) => Promise<T>) =>
  Promise.allSettled(Array.from({ length: times }, (_, i) => work(i)));
const values = <T>(results: PromiseSettledResult<T>[]): T[] =>
  results.flatMap((r) => (r.status === "fulfilled" ? [r.value] : []));
const reasons = (results: PromiseSettledResult<unknown>[]): string[] =>
  results.flatMap((r) => (r.status === "rejected" ? [String((r.reason as Error).message)] : []));

describe("a plan that cannot be drafted", () => {
  const plans: string[] = [];
  const fresh = async (): Promise<string> => {
    const fieldId = await fieldNamed(imre, "Sluice Piece");
    const id = await as(imre, (c) => startPlan(c, imre, { fieldId, season: 2031 + plans.length, guideId: "wheat" }));
    plans.push(id);
    return id;
  };
  afterAll(() =>
    removePlans(
      owner,
      "season = any($1)",
      plans.map((_, i) => 2031 + i),
    ),
  );

  /** Broken lines of a season once there are so many: the worker may have what is stale in its hands. */
  const broken = async (season: number, count: number) => {
    for (let tried = 0; ; tried++) {
      await draftStale(imre);
      const { broken: lines } = await as(imre, (c) => loadSeason(c, imre, season));
      if (lines.length === count || tried === 100) return lines;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  };

  it("is refused when it is saved", async () => {
    const id = await fresh();
    const far = applyChanges(freshDecisions("wheat"), [
      { path: "dates/planting", value: { date: "9999-12-31", held: true } },
    ]);
    await expect(as(imre, (c) => saveDecisions(c, imre, id, 1, far))).rejects.toMatchObject({
      status: 422,
      message: expect.stringContaining('dates.planting: "9999-12-31" given, allowed is 2029-01-01 to 2032-12-31'),
    });
  });

  it.each([
    [
      "has a date far off",
      { version: 2, crop: { guideId: "wheat" }, dates: { planting: { date: "9999-12-31", held: true } } },
    ],
    ["is of no crop that there is", { version: 2, crop: { guideId: "moonflower" } }],
    ["is no plan at all", { version: 7, crop: { guideId: "wheat" }, harvest: "of moonlight" }],
  ])("is a line among the others where it %s, and is led back to what stood before", async (_, stored) => {
    const id = await fresh();
    const season = 2030 + plans.length;
    const wished = { ...freshDecisions("wheat"), targetTPerHa: 6.5 };
    await as(imre, (c) => saveDecisions(c, imre, id, 1, wished));
    await as(imre, (c) => saveDecisions(c, imre, id, 2, { ...wished, targetTPerHa: 7 }));
    // as an older release, or somebody in the database, would have left it
    await owner.query("update plan set decisions = $2, revision = 4 where id = $1", [id, JSON.stringify(stored)]);
    expect(await broken(season, 1)).toEqual([
      { planId: id, field: "Sluice Piece", reason: expect.stringMatching(/\w/) },
    ]);
    await expect(as(imre, (c) => loadWeek(c, imre, "2026-08-10"))).resolves.toBeDefined();
    const move = { planId: id, operationId: "planting", date: "2026-10-01" };
    await expect(as(imre, (c) => moveOperations(c, imre, [move]))).rejects.toMatchObject({ status: 422 });
    await expect(as(imre, (c) => issuePlan(c, imre, id, 4))).rejects.toMatchObject({ status: 422 });

    const { backTo } = await as(noor, (c) => repairPlan(c, noor, id));
    expect(backTo).toMatch(/^what Imre Castellan left on \d{4}-\d\d-\d\d \d\d:\d\d$/);
    const mended = await as(imre, (c) => loadPlan(c, imre, id));
    expect(mended).toMatchObject({ revision: 5, updatedBy: noor.name, decisions: { targetTPerHa: 7 } });
    expect(mended?.changes[0]?.action).toBe(`went back to ${backTo}`);
    // a plan that can be drafted is left alone
    expect(await as(noor, (c) => repairPlan(c, noor, id))).toEqual({ backTo: null });
    expect(await broken(season, 0)).toEqual([]);
  });

  it("is repaired by whoever may change it only", async () => {
    const una = await accessOf(owner, "una@fernhill.example");
    await expect(as(una, (c) => repairPlan(c, una, plans[0] as string))).rejects.toMatchObject({ status: 404 });
    await expect(as(imre, (c) => repairPlan(c, imre, "x"))).rejects.toMatchObject({ status: 404 });
  });
});

describe("two at once", () => {
  afterAll(() => removePlans(owner, "season = $1", 2041));
  const started = async (guideId = "wheat", part?: { name: string; areaHa: number }) => {
    const fieldId = await fieldNamed(imre, "Gantry Plot");
    return as(imre, (c) => startPlan(c, imre, { fieldId, season: 2041, guideId, part }));
  };

  it("start one plan, however often it is asked for", async () => {
    const ids = values(await atOnce(10, () => started()));
    expect(ids).toHaveLength(10);
    expect(new Set(ids).size).toBe(1);
  });

  it("save over nobody: one of ten is first, the others are told by whom", async () => {
    const id = await started();
    const loaded = await as(imre, (c) => loadPlan(c, imre, id));
    const results = values(
      await atOnce(10, (i) =>
        as(noor, (c) =>
          saveDecisions(c, noor, id, loaded?.revision as number, {
            ...freshDecisions("wheat"),
            targetTPerHa: 5 + i / 10,
          }),
        ),
      ),
    );
    expect(results.filter((r) => r.saved)).toHaveLength(1);
    for (const r of results) if (!r.saved) expect(r.updatedBy).toBe(noor.name);
  });

  it("make no more drafts than there may be", async () => {
    const id = await started();
    const results = await atOnce(8, () => as(imre, (c) => copyDraft(c, imre, id)));
    expect(values(results)).toHaveLength(3);
    for (const reason of reasons(results)) expect(reason).toContain("up to 4 drafts");
  });

  it("issue one version, and move the same plans in whatever order without standing in each other's way", async () => {
    const withy = await planOfField(imre, "Withy Bed");
    const heron = await planOfField(imre, "Heron Block");
    const before = await as(imre, (c) => loadPlan(c, imre, withy));
    const versions = async () =>
      Number((await owner.query("select count(*) from plan_version where plan_id = $1", [withy])).rows[0].count);
    const had = await versions();
    // nothing has changed since the last one but the day: the first makes a version at most, all others are that one
    const numbers = values(
      await atOnce(6, () => as(imre, (c) => issuePlan(c, imre, withy, before?.revision as number))),
    ).map((r) => r.number);
    expect(numbers).toHaveLength(6);
    expect(new Set(numbers).size).toBe(1);
    expect(await versions()).toBe(numbers[0]);
    expect((numbers[0] as number) - had).toBeLessThanOrEqual(1);

    const date = (await as(imre, (c) => loadPlan(c, imre, withy)))?.decisions.dates?.roll?.date ?? "2026-10-04";
    const moves = [withy, heron].map((planId) => ({ planId, operationId: "no-such-job", date }));
    const results = await atOnce(20, (i) =>
      as(imre, (c) => moveOperations(c, imre, i % 2 ? moves : [...moves].reverse())),
    );
    expect(reasons(results)).toEqual([]);
    if ((numbers[0] as number) > had) {
      const own = [withy, numbers[0]];
      for (const table of ["operation_input", "operation", "moved_operation"])
        await owner.query(`delete from ${table} where plan_id = $1 and version = $2`, own);
      await owner.query("delete from plan_version where plan_id = $1 and number = $2", own);
    }
  });

  it("change different settings both, and the same one once", async () => {
    const { rows } = await owner.query("select prices from practice where id = $1", [imre.practiceId]);
    const { dieselPerL, labourPerH } = rows[0].prices as { dieselPerL: number; labourPerH: number };
    const save = (who: Access, prices: Parameters<typeof saveSettings>[2]["prices"]) =>
      as(who, (c) => saveSettings(c, who, { prices }));
    await Promise.all([
      save(imre, { dieselPerL: { from: dieselPerL, to: dieselPerL + 7 } }),
      save(imre, { labourPerH: { from: labourPerH, to: labourPerH + 3 } }),
    ]);
    // once more, as a page that was not sure whether it had arrived
    await save(imre, { dieselPerL: { from: dieselPerL, to: dieselPerL + 7 } });
    await expect(save(imre, { dieselPerL: { from: dieselPerL, to: 1 } })).rejects.toMatchObject({
      status: 409,
      message: expect.stringContaining(`Diesel: ${imre.name} changed it at`),
    });
    const after = (await owner.query("select prices from practice where id = $1", [imre.practiceId])).rows[0].prices;
    expect(after).toEqual({ ...rows[0].prices, dieselPerL: dieselPerL + 7, labourPerH: labourPerH + 3 });
    await save(imre, {
      dieselPerL: { from: dieselPerL + 7, to: dieselPerL },
      labourPerH: { from: labourPerH + 3, to: labourPerH },
    });
    await expect(
      as(imre, (c) => saveSettings(c, imre, { fertilisers: { nothing: { from: null, to: 3 } } })),
    ).rejects.toMatchObject({ status: 404 });
  });
});

describe("the log", () => {
  const entry = async (more: object = {}) => ({
    id: randomUUID(),
    planId: await planOfField(imre, "Withy Bed"),
    operationId: "seed-test",
    doneOn: "2026-08-11",
    quantityPerHa: null as number | null,
    note: "",
    ...more,
  });
  const log = (input: Awaited<ReturnType<typeof entry>>) => as(imre, (c) => logOperation(c, imre, input));

  it("takes the same entry ten times at once as one, and one of ten different ones", async () => {
    const same = await entry();
    expect(reasons(await atOnce(10, () => log(same)))).toEqual([]);
    const count = async () =>
      Number((await owner.query("select count(*) from log_entry where id = $1", [same.id])).rows[0].count);
    expect(await count()).toBe(1);
    await as(imre, (c) => withdrawLog(c, imre, same.planId, same.operationId));
    const others = await atOnce(10, async () => log(await entry()));
    expect(values(others)).toHaveLength(1);
    for (const reason of reasons(others)) expect(reason).toContain(`${imre.name} has logged this already`);
    await as(imre, (c) => withdrawLog(c, imre, same.planId, same.operationId));
  });

  it("refuses what the issued plan does not have, days long before it, and rates that cannot be", async () => {
    const refused = async (more: object) => {
      const error = await log(await entry(more)).catch((e: Error & { status: number }) => e);
      return error ? `${error.status} ${error.message}` : "taken";
    };
    expect(await refused({ operationId: "milk-the-cows" })).toMatch(/^422 Operation: "milk-the-cows" given/);
    expect(await refused({ doneOn: "2024-12-31" })).toBe(
      "422 Done on: 2024-12-31 given, allowed is from 2025-01-01 on, two years before harvest 2027.",
    );
    expect(await refused({ quantityPerHa: 5 })).toMatch(/^422 Rate: 5 given, but .* uses nothing/);
    // 12 t where some 150 kg were planned: kilograms a field, or a slip
    expect(await refused({ operationId: "planting", quantityPerHa: 12_000 })).toMatch(
      /^422 Rate: 12000 kg\/ha given, allowed is up to \d+ kg\/ha, ten times the planned \d+\.$/,
    );
    expect(await refused({ planId: await planOfField(imre, "Kestrel Bottom") })).toMatch(
      /^422 Nothing of this plan is issued/,
    );
  });

  it("keeps the name that a person had that day", async () => {
    const mine = await entry();
    await log(mine);
    await owner.query(`update "user" set name = 'Somebody Else' where id = $1`, [imre.userId]);
    const other = await log(await entry()).catch((e: Error) => e.message);
    expect(other).toContain(`${imre.name} has logged this already`);
    const noted = await as(imre, (c) =>
      row<{ person: string }>(c, "select person from audit where entity = 'log' and after ->> 'id' = $1", [mine.id]),
    );
    expect(noted?.person).toBe(imre.name);
    await owner.query(`update "user" set name = $2 where id = $1`, [imre.userId, imre.name]);
    await as(imre, (c) => withdrawLog(c, imre, mine.planId, mine.operationId));
  });
});

describe("calendar addresses", () => {
  it("are twenty at most a person, also when many are asked for at once", async () => {
    const had = (await as(noor, (c) => listFeeds(c, noor))).length;
    const results = await atOnce(25, (i) => as(noor, (c) => createFeed(c, noor, `feed ${i}`)));
    expect(values(results)).toHaveLength(20 - had);
    for (const reason of reasons(results)) expect(reason).toContain("allowed are 20");
    for (const feed of await as(noor, (c) => listFeeds(c, noor))) await as(noor, (c) => revokeFeed(c, noor, feed.id));
  });
});
