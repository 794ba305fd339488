/** Loads and stores: what is refused, who sees what, what the page says of them, and how a field's yield follows. */

import { randomUUID } from "node:crypto";
import type pg from "pg";
import type { Browser, Page } from "playwright-core";
import { describe, expect, inject, it } from "vitest";
import { ZodError } from "zod";
import { addDays } from "@/core/dates";
import type { Access } from "@/server/access/access";
import type { Received } from "@/server/contracts";
import { lookAtImport, sentTable, takeImport } from "@/server/import/imports";
import { draftStale } from "@/server/plans/outlines";
import { addRecord, changeRecord, loadRecord, recordList } from "@/server/records/keep-records";
import { inPractice, row } from "@/server/storage/db";
import { loadStores, storeLooksDue } from "@/server/stores/stores";
import { signedInPage } from "../scripts/app-under-test";
import { METRIC } from "../src/core/sheets/example-findings";
import { expectAccessible } from "./support/accessible";
import { testGuide } from "./support/guides";
import { onScene } from "./support/scene";

const PRACTICE = "Barnwell";
let owner: Access;
let grower: Access;
let admin: pg.Client;
let browser: Browser;
onScene(PRACTICE, async (scene) => {
  ({ owner, grower, admin, browser } = scene);
});

const add = (kind: Parameters<typeof addRecord>[2], values: Record<string, unknown>, who = owner) =>
  inPractice(who, (c) => addRecord(c, who, kind, randomUUID(), values));
const refusedBy = async (work: Promise<unknown>): Promise<Record<string, string>> => {
  try {
    await work;
    return {};
  } catch (error) {
    if (error instanceof ZodError) return Object.fromEntries(error.issues.map((i) => [i.path.join("."), i.message]));
    return { refused: (error as Error).message };
  }
};
const load = (over: Record<string, unknown>) => ({
  fieldId: null,
  fromStoreId: null,
  toStoreId: null,
  season: 2026,
  movedOn: "2026-08-02",
  crop: "wheat",
  massT: 20,
  moisturePct: 16,
  to: "store",
  ...over,
});
let store: string;
let field: { id: string; name: string; areaHa: number; farmId: string };

describe("stores and loads", () => {
  it("are written down, and what contradicts itself is refused by the field's name", async () => {
    field = (await row<typeof field>(
      admin as never,
      `select f.id, f.name, f.area_ha::float8 as "areaHa", f.farm_id as "farmId" from field f where f.practice_id = $1 and f.retired_at is null order by f.name limit 1`,
      [owner.practiceId],
    )) as typeof field;
    store = await add("stores", {
      farmId: field.farmId,
      name: "Great Barn",
      kind: "floor",
      capacityM3: 200,
      air: "fan",
    });
    await add("loads", load({ fieldId: field.id, toStoreId: store, ticket: "71", measured: { protein: 12.4 } }));
    await add(
      "loads",
      load({ fieldId: field.id, toStoreId: store, ticket: "72", massT: 10, moisturePct: 19, driedToPct: 14 }),
    );
    const both = { fieldId: field.id, fromStoreId: store, to: "sold" };
    expect(await refusedBy(add("loads", load(both)))).toEqual({
      fieldId: "both are given, allowed is one: off a field, or out of a store",
    });
    expect(await refusedBy(add("loads", load({ to: "sold" })))).toEqual({
      fieldId: "neither is given, allowed is one: off a field, or out of a store",
    });
    expect(await refusedBy(add("loads", load({ fieldId: field.id })))).toEqual({
      toStoreId: "nothing given: into which store?",
    });
    expect(await refusedBy(add("loads", load({ fieldId: field.id, toStoreId: store, driedToPct: 18 })))).toEqual({
      driedToPct: "18 % given, allowed is up to 16 %, what it had",
    });
    expect(await refusedBy(add("loads", load({ fieldId: field.id, toStoreId: store, massT: 0 })))).toHaveProperty(
      "massT",
    );
    // a weighbridge's ticket counts once a season; loads without one are as many as there are
    expect(
      (await refusedBy(add("loads", load({ fieldId: field.id, toStoreId: store, ticket: "72" })))).refused,
    ).toContain("already");
    expect(await refusedBy(add("store-readings", { storeId: store, readOn: "2026-08-10" }))).toHaveProperty(
      "temperatureC",
    );
    await add("store-readings", { storeId: store, readOn: "2026-08-05", temperatureC: 17 });
    await add("store-readings", { storeId: store, readOn: "2026-08-11", temperatureC: 24 });
  });

  it("say what stands there, what it lacks and what the field yielded", async () => {
    await add("crop-offers", {
      guideId: "wheat",
      productId: "grain",
      buyer: "A mill",
      basis: "offer",
      season: 2026,
      saidOn: "2026-08-01",
      pricePerT: 21_000,
      limits: [{ what: "protein", atLeast: 13, deductionPerUnit: 500 }],
    });
    const sheet = await inPractice(owner, (c) => loadStores(c, owner));
    const barn = sheet.stores.find((s) => s.id === store);
    // 20 t, and 10 x 81 / 86 = 9.419 t; (20 x 16 + 9.419 x 14) / 29.419 = 15.36 %
    expect(barn?.lots).toMatchObject([{ massT: expect.closeTo(29.419, 3), moisturePct: expect.closeTo(15.36, 2) }]);
    expect(barn?.notes.map((n) => METRIC.tell(n.text)).join("\n")).toContain(
      "The store is heating: 7 °C warmer on 11 Aug than on 5 Aug",
    );
    // 0.6 of protein short, 5.00 each
    expect(sheet.offers.find((o) => o.storeId === store)?.offers[0]).toMatchObject({
      buyer: "A mill",
      pricePerT: 20_700,
    });
    // dry matter 20 x 0.84 + 10 x 0.81 = 24.9 t, at 15 %
    expect(sheet.harvested).toMatchObject([
      { field: field.name, loads: 2, massT: 30, tPerHa: expect.closeTo(24.9 / 0.85 / field.areaHa, 6), kept: null },
    ]);
  });

  it("are to be looked at again so many days after the last look, as the crop asks", async () => {
    const every = testGuide("wheat").keep.inspectEveryDays;
    const dueOn = addDays("2026-08-11", every);
    const due = (by: string, who = owner) => inPractice(who, (c) => storeLooksDue(c, who, by));
    expect((await due(addDays(dueOn, -1))).map((d) => d.storeId)).not.toContain(store);
    const [look] = (await due(dueOn)).filter((d) => d.storeId === store);
    expect(look).toMatchObject({ name: "Great Barn", dueOn, lastLookOn: "2026-08-11", holds: "29 t of wheat" });
    expect(METRIC.tell(look?.worst?.text ?? "")).toContain("The store is heating: 7 °C warmer");
  });

  it("have room for the harvests to come, each in one place or several, on its own farm", async () => {
    await draftStale(owner);
    const { coming, stores } = await inPractice(owner, (c) => loadStores(c, owner));
    expect(coming.length).toBeGreaterThan(0);
    expect(coming.map((c) => c.harvestOn)).toEqual([...coming.map((c) => c.harvestOn)].sort());
    for (const c of coming) {
      expect(c.parts.reduce((sum, p) => sum + p.massT, 0) + c.leftT, c.field).toBeCloseTo(c.massT, 3);
      for (const { store: name } of c.parts) expect(stores.find((s) => s.name === name)?.farm, c.field).toBe(c.farm);
    }
  });

  it("come in from a weighbridge's file, once", async () => {
    const text = `Date,Ticket,Field,Crop,Net,Moisture,To store,To,Season\n2026-08-03,73,${field.name},wheat,12.5,15.5,Great Barn,Into a store,2026\n2026-08-03,74,${field.name},wheat,11.9,15.1,Great Barn,Into a store,2026\n`;
    const asked: Received<"POST /api/imports"> = {
      fileName: "bridge.csv",
      base64: Buffer.from(text).toString("base64"),
      look: true,
      kind: "loads",
    };
    const seen = await inPractice(owner, async (c) => lookAtImport(c, owner, asked, await sentTable(asked)));
    expect(seen).toMatchObject({ kind: "loads", rows: 2, added: 2, problemCount: 0 });
    const given = { ...asked, look: false, mapping: seen.mapping };
    expect(await inPractice(owner, async (c) => takeImport(c, owner, given, await sentTable(given)))).toMatchObject({
      added: 2,
    });
    expect(await inPractice(owner, async (c) => takeImport(c, owner, given, await sentTable(given)))).toMatchObject({
      added: 0,
      unchanged: 2,
    });
  });

  it("are the grower's own to see and not to change", async () => {
    const seen = await inPractice(grower, (c) => recordList(c, grower, "stores"));
    const farms = (await inPractice(grower, (c) => recordList(c, grower, "farms"))).rows.map((r) => r.id);
    for (const s of seen.rows) expect(farms).toContain(s.values.farmId);
    expect(
      (await refusedBy(add("stores", { farmId: field.farmId, name: "Mine", kind: "bin", capacityM3: 5 }, grower)))
        .refused,
    ).toBeDefined();
    const far = await row<{ id: string }>(
      admin as never,
      "select id from farm where practice_id = $1 and grower_id is distinct from $2 limit 1",
      [owner.practiceId, grower.growerId],
    );
    const hidden = await add("stores", { farmId: far?.id, name: "Far Barn", kind: "bin", capacityM3: 50 });
    expect(await inPractice(grower, (c) => loadRecord(c, grower, "stores", hidden))).toBeNull();
    expect((await inPractice(grower, (c) => loadStores(c, grower))).stores.map((s) => s.id)).not.toContain(hidden);
  });
});

describe("the page of stores", () => {
  let page: Page;
  it("shows lots and what is amiss, and a yield is taken into the field's history", async () => {
    page = await signedInPage(browser, inject("base"), `owner@${PRACTICE.toLowerCase()}.example`);
    await page.goto("/week?from=2026-12-07");
    await page.getByRole("region", { name: "Stores to inspect" }).getByText("Great Barn").waitFor();
    await page.goto("/season/stores");
    const barn = page.getByRole("region", { name: "Great Barn" });
    await barn.getByText(/The store is heating: 7 °C warmer/).waitFor();
    // some of it is next season's seed: a lot of its own, to be tested before it is sown
    await barn.getByRole("button", { name: "Save for seed" }).click();
    const form = page.getByRole("dialog");
    await form.waitFor();
    await form.getByLabel("Variety and lot").fill("Barn seed of 2026");
    await form.getByLabel("Kind", { exact: true }).selectOption({ label: "Winter wheat" });
    await form.getByLabel("Thousand-grain weight").fill("45");
    await form.getByLabel("Germination").fill("92");
    await form.getByLabel("Price").fill("300");
    await form.getByLabel("Pack").fill("500");
    await form.getByRole("button", { name: /^Add/ }).click();
    await form.waitFor({ state: "detached" });
    const own = await row<{ crop: string; certified: boolean }>(
      admin as never,
      "select guide_id as crop, certified from seed_lot where practice_id = $1 and variety = 'Barn seed of 2026'",
      [owner.practiceId],
    );
    expect(own).toEqual({ crop: "wheat", certified: false });
    const line = page.getByRole("row", { name: new RegExp(`${field.name}.*Wheat, 2026`) });
    await line.getByRole("button", { name: "Take this yield" }).click();
    await line.getByText(/as of 3 Aug/).waitFor();
    const kept = await row<{ yield: number }>(
      admin as never,
      `select yield_t_per_ha::float8 as yield from crop_history where practice_id = $1 and field_id = $2 and season = 2026 and crop = 'wheat' and retired_at is null`,
      [owner.practiceId, field.id],
    );
    // 24.9 + 12.5 x 0.845 + 11.9 x 0.849 = 45.57 t of dry matter
    expect(kept?.yield).toBeCloseTo((24.9 + 12.5 * 0.845 + 11.9 * 0.849) / 0.85 / field.areaHa, 2);
  });
  it("names loads that take more than stands", async () => {
    const id = await add(
      "loads",
      load({ fromStoreId: store, to: "sold", massT: 500, movedOn: "2026-09-01", ticket: "90" }),
    );
    await page.reload();
    await page.getByText(/Ticket 90 of 1 Sep 2026: 500 t taken where 5\d\.\d+ t/).waitFor();
    const stands = await inPractice(owner, (c) => loadRecord(c, owner, "loads", id));
    await inPractice(owner, (c) =>
      changeRecord(c, owner, "loads", id, stands?.revision as number, { ...stands?.values, massT: 5 }),
    );
    await page.reload();
    expect(await page.getByText(/Ticket 90/).count()).toBe(0);
    await page.getByText("Dispatched and used").waitFor();
  });
  it("has no violation that axe finds, and fits the phone", async () => {
    await expectAccessible(page);
    await page.close();
  });
});
