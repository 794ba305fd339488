/** What the server keeps of weather, moves and calendars, against a real PostgreSQL. */

import { randomUUID } from "node:crypto";
import pg from "pg";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import type { WeatherRow } from "@/core/weather/read-weather-table";
import type { Access } from "@/server/access/access";
import { observeStage } from "@/server/field-notes/observations";
import { moveOperations } from "@/server/plans/moves";
import { loadPlan } from "@/server/plans/plans";
import { createFeed, listFeeds, readFeed, revokeFeed } from "@/server/season/feeds";
import { importWeather, listStations, loadObservedWeather } from "@/server/stations/stations";
import { asFeed, inPractice, pool, rows } from "@/server/storage/db";
import { accessOf, planOfField } from "./support/access";

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

describe("measured weather", () => {
  const day = (date: string, rainMm: number): WeatherRow => ({
    date,
    tminC: 24.04,
    tmaxC: 31,
    rainMm,
    solarMjPerM2: null,
    rhMeanPct: null,
    windAt2mMs: null,
  });
  const station = async () =>
    (await inPractice(castellan, (c) => listStations(c, castellan))).find((s) => s.name === "Nuvela Lock")
      ?.id as string;
  const take = async (days: WeatherRow[], replace = false) => {
    const id = await station();
    return inPractice(castellan, (c) => importWeather(c, castellan, id, "block.csv", days, replace));
  };

  it("goes in once, is left when it is the same to a tenth, and is replaced only when that is wished", async () => {
    const first = [day("2024-07-01", 3), day("2024-07-02", 0)];
    expect(await take(first)).toMatchObject({ newDays: 2, changedDays: 0, unchangedDays: 0, from: "2024-07-01" });
    expect(await take(first)).toMatchObject({ newDays: 0, changedDays: 0, unchangedDays: 2 });
    const changed = [day("2024-07-02", 8), day("2024-07-03", 1)];
    await expect(take(changed)).rejects.toThrow(
      "1 of the days stand already with other values, the first on 2024-07-02",
    );
    // refused whole: the new day did not go in either
    const id = await station();
    const count = async () =>
      (
        await inPractice(castellan, (c) =>
          rows(c, "select 1 from station_day where station_id = $1 and day >= '2024-07-01' and day < '2024-08-01'", [
            id,
          ]),
        )
      ).length;
    expect(await count()).toBe(2);
    expect(await take(changed, true)).toMatchObject({ newDays: 1, changedDays: 1 });
    expect(await count()).toBe(3);
  });

  it("comes back with its holes as nulls", async () => {
    await take([day("2024-07-05", 2)]);
    const id = await station();
    const observed = await inPractice(castellan, (c) => loadObservedWeather(c, castellan, id, 2024));
    expect(observed).toMatchObject({ firstDay: "2024-07-01", rainMm: [3, 8, 1, null, 2] });
    expect(observed?.tminC).toEqual([24, 24, 24, null, 24]);
  });

  it("is not taken for another practice's station", async () => {
    const id = await station();
    await expect(
      inPractice(fernhill, (c) => importWeather(c, fernhill, id, "x.csv", [day("2024-07-09", 0)], false)),
    ).rejects.toThrow("no such station");
  });
});

describe("moved operations", () => {
  it("become a wish of the draft and a note on the issued version; what cannot be is refused with its window", async () => {
    const planId = await planOfField(castellan, "Brickkiln");
    const before = await inPractice(castellan, (c) => loadPlan(c, castellan, planId));
    const results = await inPractice(castellan, (c) =>
      moveOperations(c, castellan, [
        { planId, operationId: "disc", date: "2027-06-01" },
        { planId, operationId: "nothing", date: "2026-09-20" },
        { planId, operationId: "roll-spring", date: "2027-03-01" },
      ]),
    );
    expect(results[0]?.refused).toMatch(/^Disc: 2027-06-01 given, but its waits put it on .* It may move from /);
    expect(results[1]?.refused).toBe("The plan has no such operation any more.");
    expect(results[2]?.refused).toBeNull();
    const after = await inPractice(castellan, (c) => loadPlan(c, castellan, planId));
    expect(after?.decisions.dates?.["roll-spring"]).toEqual({ date: "2027-03-01", held: false });
    expect(after?.decisions.dates?.disc).toEqual(before?.decisions.dates?.disc);
    expect(after?.revision).toBe((before?.revision ?? 0) + 1);
    const noted = await inPractice(castellan, (c) =>
      rows<{ operation_id: string; moved_to: string }>(
        c,
        "select operation_id, moved_to from moved_operation where plan_id = $1 and operation_id = 'roll-spring'",
        [planId],
      ),
    );
    expect(noted).toEqual([{ operation_id: "roll-spring", moved_to: "2027-03-01" }]);
  });

  it("are nobody else's to move", async () => {
    const planId = await planOfField(castellan, "Brickkiln");
    await expect(
      inPractice(fernhill, (c) => moveOperations(c, fernhill, [{ planId, operationId: "disc", date: "2026-09-20" }])),
    ).rejects.toThrow("no such plan");
  });
});

describe("stages", () => {
  it("are not noted on another practice's plan", async () => {
    const planId = await planOfField(castellan, "Heron Block");
    await expect(
      inPractice(fernhill, (c) =>
        observeStage(c, fernhill, { id: randomUUID(), planId, stageId: "tillering", seenOn: "2026-08-01", note: "" }),
      ),
    ).rejects.toThrow("no such plan");
  });
});

describe("calendar addresses", () => {
  it("keep only a hash, open nothing but their own feed, and are ended only by whoever made them", async () => {
    const { token } = await inPractice(castellan, (c) => createFeed(c, castellan, "Test"));
    const stored = await owner.query("select token_hash from calendar_feed where name = 'Test'");
    expect(stored.rows[0].token_hash).toMatch(/^[0-9a-f]{64}$/);
    expect(JSON.stringify(stored.rows)).not.toContain(token);
    // with the secret alone one row of one table shows, and nothing of the practice
    const hash = stored.rows[0].token_hash as string;
    expect(await asFeed(hash, (c) => rows(c, "select name from calendar_feed"))).toEqual([{ name: "Test" }]);
    for (const table of ["plan", "field", "practice", "membership", "plan_outline"])
      expect(await asFeed(hash, (c) => rows(c, `select 1 from ${table}`)), table).toEqual([]);
    expect(await inPractice(fernhill, (c) => listFeeds(c, fernhill))).toEqual([]);
    const [feed] = await inPractice(castellan, (c) => listFeeds(c, castellan));
    await expect(inPractice(fernhill, (c) => revokeFeed(c, fernhill, feed?.id as string))).rejects.toThrow(
      "no such calendar address",
    );
    expect(await readFeed(token)).toContain("BEGIN:VCALENDAR");
    await inPractice(castellan, (c) => revokeFeed(c, castellan, feed?.id as string));
    expect(await readFeed(token)).toBeNull();
    expect(await readFeed("short")).toBeNull();
  });
});
