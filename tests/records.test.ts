/** Records that people enter: added, changed by revision, retired and taken back, over the database and in the browser. */

import { randomUUID } from "node:crypto";
import AxeBuilder from "@axe-core/playwright";
import type pg from "pg";
import type { Browser, Page } from "playwright-core";
import { beforeAll, describe, expect, inject, it } from "vitest";
import { KIND_IDS } from "@/core/records/describe";
import type { Values } from "@/core/records/values";
import type { Access } from "@/server/access/access";
import { loadField } from "@/server/land/fields";
import { loadPlan } from "@/server/plans/plans";
import { startPlan } from "@/server/plans/plantings";
import {
  addRecord,
  changeRecord,
  listRecords,
  loadRecord,
  recordList,
  retireRecord,
} from "@/server/records/keep-records";
import { recordChanges } from "@/server/records/record-changes";
import { inPractice, row, rows } from "@/server/storage/db";
import { signedInPage } from "../scripts/app-under-test";
import { fieldNamed, planOfField } from "./support/access";
import { onScene } from "./support/scene";

const PRACTICE = "Recordham";
let owner: Access;
let assistant: Access;
let grower: Access;
let other: Access;
let admin: pg.Client;
let browser: Browser;

onScene(PRACTICE, async (scene) => {
  ({ owner, assistant, grower, other, admin, browser } = scene);
});

const test = (fieldId: string, over: Values = {}): Values => ({
  fieldId,
  takenOn: "2026-08-01",
  depthCm: 20,
  scheme: "olsenIndex",
  ph: 6.35,
  organicMatterPct: 2.75,
  levels: { p: 18.5, k: 0 },
  ...over,
});

describe("a record", () => {
  it("is kept as it was typed, and what rests on it sees it at once", async () => {
    const fieldId = await fieldNamed(owner, "Withy Bed");
    const id = await inPractice(owner, (c) => addRecord(c, owner, "soil-tests", randomUUID(), test(fieldId)));
    const kept = await inPractice(owner, (c) => loadRecord(c, owner, "soil-tests", id));
    // two decimals and a nought are kept: nothing is rounded, nothing is taken for nothing
    expect(kept?.values).toMatchObject({ ph: 6.35, organicMatterPct: 2.75, levels: { p: 18.5, k: 0 }, ecE: null });
    const planId = await planOfField(owner, "Withy Bed");
    const plan = await inPractice(owner, (c) => loadPlan(c, owner, planId));
    expect(plan?.facts.soilTest).toMatchObject({ takenOn: "2026-08-01", ph: 6.35 });
    await inPractice(owner, (c) => retireRecord(c, owner, "soil-tests", id, 1, true));
    const after = await inPractice(owner, (c) => loadPlan(c, owner, planId));
    expect(after?.facts.soilTest?.takenOn).not.toBe("2026-08-01");
    // what was wrong and is retired stands in nobody's way
    const again = await inPractice(owner, (c) => addRecord(c, owner, "soil-tests", randomUUID(), test(fieldId)));
    await expect(
      inPractice(owner, (c) => retireRecord(c, owner, "soil-tests", id, 2, false)),
      "the same test twice",
    ).rejects.toThrow(/already/);
    await inPractice(owner, (c) => retireRecord(c, owner, "soil-tests", again, 1, true));
  });

  it("sent twice is one", async () => {
    const id = randomUUID();
    const values = { name: "Sallow Growers", unitSet: null };
    const add = () => inPractice(owner, (c) => addRecord(c, owner, "growers", id, values));
    expect(await Promise.all([add(), add(), add()])).toEqual([id, id, id]);
    const found = await inPractice(owner, (c) => rows(c, "select 1 from grower where name = 'Sallow Growers'"));
    expect(found).toHaveLength(1);
    await expect(
      inPractice(owner, (c) => addRecord(c, owner, "growers", randomUUID(), values)),
      "another of the same name",
    ).rejects.toThrow('Name: there is a grower "Sallow Growers" already.');
  });

  it("changed by two is told to the second, with who and what", async () => {
    const id = await inPractice(owner, (c) => addRecord(c, owner, "limes", randomUUID(), LIME));
    expect(id).toBe("soft-chalk");
    const first = await inPractice(owner, (c) => changeRecord(c, owner, "limes", id, 1, { ...LIME, pricePerT: 2600 }));
    expect(first).toEqual({ saved: true, revision: 2 });
    const second = await inPractice(owner, (c) => changeRecord(c, owner, "limes", id, 1, { ...LIME, finenessPct: 80 }));
    expect(second).toMatchObject({
      saved: false,
      stands: { revision: 2, person: owner.name, values: { pricePerT: 2600 } },
    });
    const [change] = await inPractice(owner, (c) => recordChanges(c, owner, "limes", id));
    expect(change).toMatchObject({ action: "changed", before: { pricePerT: 2400 }, after: { pricePerT: 2600 } });
  });

  it("is refused by field, with what was given and what is allowed", async () => {
    const farm = await inPractice(owner, (c) => row<{ id: string }>(c, "select id from farm limit 1"));
    const field = { farmId: farm?.id, name: "Odd Piece", areaHa: 3, textureClass: "loam" };
    const add = (values: Values) => inPractice(owner, (c) => addRecord(c, owner, "fields", randomUUID(), values));
    await expect(add({ ...field, areaHa: 0 })).rejects.toMatchObject({ issues: [{ path: ["areaHa"] }] });
    await expect(add({ ...field, sandPct: 60, clayPct: 45 })).rejects.toMatchObject({
      issues: [{ path: ["clayPct"], message: "sand and clay are 105 % together, allowed is up to 100 %" }],
    });
    await expect(add({ ...field, farmId: randomUUID() })).rejects.toMatchObject({
      issues: [{ path: ["farmId"], message: "Farm: there is no such farm" }],
    });
    await expect(
      inPractice(owner, (c) =>
        addRecord(c, owner, "seed-lots", randomUUID(), { ...LOT, guideId: "wheat", kindId: "spud" }),
      ),
    ).rejects.toMatchObject({ issues: [{ path: ["kindId"], message: expect.stringContaining('"spud" given') }] });
  });

  it("retired is offered to no plan that has not chosen it", async () => {
    const lots = await inPractice(owner, (c) => listRecords(c, owner, "seed-lots"));
    const wheat = lots.find((l) => l.values.guideId === "wheat" && l.values.kindId === "winter");
    const planId = await planOfField(owner, "Withy Bed");
    const offered = async () =>
      (await inPractice(owner, (c) => loadPlan(c, owner, planId)))?.facts.seedLots.map((l) => l.id) ?? [];
    expect(await offered()).toContain(wheat?.id);
    await inPractice(owner, (c) => retireRecord(c, owner, "seed-lots", wheat?.id as string, 1, true));
    expect(await offered()).not.toContain(wheat?.id);
    await admin.query("update plan set decisions = jsonb_set(decisions, '{seed}', $2) where id = $1", [
      planId,
      JSON.stringify({ lotId: wheat?.id }),
    ]);
    expect(await offered()).toContain(wheat?.id);
    await inPractice(owner, (c) => retireRecord(c, owner, "seed-lots", wheat?.id as string, 2, false));
  });

  it("retired as a field keeps its plans and takes no new one", async () => {
    const id = await fieldNamed(owner, "Rook Hanger");
    await inPractice(owner, (c) => retireRecord(c, owner, "fields", id, 1, true));
    const sheet = await inPractice(owner, (c) => loadField(c, owner, id));
    expect(sheet?.field.retired).toBe(true);
    expect(sheet?.plantings.length).toBeGreaterThan(0);
    await expect(
      inPractice(owner, (c) => startPlan(c, owner, { fieldId: id, season: 2031, guideId: "wheat" })),
    ).rejects.toThrow(/retired/);
    await inPractice(owner, (c) => retireRecord(c, owner, "fields", id, 2, false));
  });

  it("is seen and changed by those who may", async () => {
    await expect(inPractice(assistant, (c) => addRecord(c, assistant, "limes", randomUUID(), LIME))).rejects.toThrow(
      /assistant.*may not change limes/,
    );
    const withy = await fieldNamed(owner, "Withy Bed");
    await expect(inPractice(other, (c) => loadRecord(c, other, "fields", withy))).resolves.toBeNull();
    await expect(
      inPractice(other, (c) => addRecord(c, other, "soil-tests", randomUUID(), test(withy))),
      "a test of another practice's field",
    ).rejects.toMatchObject({ issues: [{ path: ["fieldId"] }] });
    for (const kind of KIND_IDS) {
      const seen = await inPractice(grower, (c) => listRecords(c, grower, kind));
      await expect(
        inPractice(grower, (c) => retireRecord(c, grower, kind, seen[0]?.id ?? "", 1, true)),
        kind,
      ).rejects.toThrow(/may not change/);
      // and the database says the same to whoever comes past the routes
      const { table } = (await import("@/server/records/registers")).REGISTERS[kind];
      const changed = await inPractice(grower, (c) =>
        c.query(`update ${table.table} set person = 'me' where practice_id = $1`, [owner.practiceId]),
      ).catch(() => ({ rowCount: 0 }));
      if (["growers", "stations", "fertilisers", "limes", "seed-lots"].includes(kind))
        expect(changed.rowCount, kind).toBe(0);
    }
  });
});

const LIME = {
  name: "Soft chalk",
  material: "groundLimestone",
  neutralisingValuePct: 92,
  finenessPct: 70,
  pricePerT: 2400,
};
const LOT = { variety: "Odd Lot", germinationPct: 90, certified: false, pricePerT: 1, bagKg: 25 };

const rowsOf = async (sql: string) => (await admin.query(sql, [owner.practiceId])).rows;

describe("what was stored before a limit", () => {
  it("opens marked, and is not saved again as it stands; of the demo nothing is past any", async () => {
    for (const kind of KIND_IDS) {
      const { rows: all } = await inPractice(owner, (c) => recordList(c, owner, kind));
      expect(
        all.flatMap((r) => r.past ?? []),
        kind,
      ).toEqual([]);
    }
    const id = await fieldNamed(owner, "Withy Bed");
    // a name without a letter or a digit was let in once
    await admin.query("update field set name = '---' where id = $1", [id]);
    const { rows: fields } = await inPractice(owner, (c) => recordList(c, owner, "fields"));
    const stored = fields.find((f) => f.id === id);
    expect(stored?.past).toEqual(["name: a name has a letter or a digit."]);
    expect(fields.filter((f) => f.past).map((f) => f.id)).toEqual([id]);
    const again = { ...stored?.values };
    await expect(
      inPractice(owner, (c) => changeRecord(c, owner, "fields", id, stored?.revision ?? 0, again)),
    ).rejects.toThrow("letter or a digit");
    await admin.query("update field set name = 'Withy Bed' where id = $1", [id]);
  });

  it("a field is as large as its record allows, and no larger", async () => {
    const farm = (await rowsOf("select id from farm where practice_id = $1 limit 1"))[0]?.id;
    const add = (areaHa: number) =>
      inPractice(owner, (c) =>
        addRecord(c, owner, "fields", randomUUID(), {
          farmId: farm,
          name: `Plain of ${areaHa}`,
          areaHa,
          textureClass: "loam",
          drainage: "free",
        }),
      );
    const id = await add(100_000);
    await expect(add(100_001)).rejects.toThrow();
    await admin.query("delete from field where id = $1", [id]);
  });
});

describe("in the browser", () => {
  let page: Page;
  beforeAll(async () => {
    page = await signedInPage(browser, inject("base"), "owner@recordham.example");
  });

  it("a field is added with units as they are typed; what is wrong is told in place, and the texture follows from sand and clay", async () => {
    await page.goto("/records/fields?add");
    const form = page.getByRole("dialog");
    await form.getByLabel("Farm").selectOption({ label: "Pennick Farm" });
    await form.getByLabel("Area").fill("250000 acres");
    await form.getByText("Soil and slope", { exact: true }).click();
    await form.getByLabel("Sand").fill("60");
    await form.getByLabel("Clay").fill("26");
    await form.getByRole("button", { name: "Add the field" }).click();
    // 250000 acres are 101 171 ha
    await form.getByText(/^Area: 250000 acres given, allowed is up to 100\W?000 ha$/).waitFor();
    await form.getByText("Name: nothing given").waitFor();
    await form.getByRole("button", { name: "Use this" }).click();
    expect(await form.getByLabel("Texture").inputValue()).toBe("sandyClayLoam");
    // what was typed is there again after the page was left
    await page.goto("/records/fields?add");
    await form.getByText("What you typed before and did not save is back.").waitFor();
    expect(await form.getByLabel("Sand").inputValue()).toBe("60");
    await form.getByLabel("Area").fill("10 acres");
    await form.getByLabel("Name").fill("Sallow Piece");
    await form.getByRole("button", { name: "Add the field" }).click();
    await form.waitFor({ state: "detached" });
    // 10 acres are 4.047 ha
    const kept = await inPractice(owner, (c) =>
      row<{ area_ha: number }>(c, "select area_ha from field where name = 'Sallow Piece'"),
    );
    expect(kept?.area_ha).toBeCloseTo(4.0469, 3);
  });

  it("a boundary is drawn on a metric grid by bearing and distance, and the area follows", async () => {
    await page.goto("/records/fields");
    await page.getByRole("button", { name: "Sallow Piece" }).click();
    const form = page.getByRole("dialog");
    await form.getByText("Boundary", { exact: true }).first().click();
    await form.getByRole("button", { name: "Draw it" }).click();
    await form.getByLabel("Middle of the drawing: latitude, longitude").fill("47.03, -30.01");
    // 200 m east, 150 m north, 200 m west: 3 ha
    for (const [bearing, metres] of [
      ["90", "200"],
      ["0", "150"],
      ["270", "200"],
    ] as const) {
      await form.getByLabel("Bearing, ° from north").fill(bearing);
      await form.getByLabel("Distance, m").fill(metres);
      await form.getByRole("button", { name: "Add the next corner" }).click();
    }
    await form.getByText("3.000 ha, longest side 200 m").waitFor();
    await form.getByText("inside of the boundary: 3 ha.").waitFor();
    await form.getByRole("button", { name: "Use this", exact: true }).last().click();
    expect(await form.getByLabel("Area", { exact: true }).inputValue()).toBe("3");
    // a corner by the pointer, and taken back
    const drawing = form.getByRole("img", { name: /^Drawing/ });
    await drawing.click({ position: { x: 60, y: 60 } });
    await form
      .getByText(/5 corners/)
      .or(form.getByText("5. "))
      .first()
      .waitFor();
    await form.getByRole("button", { name: "Undo the last corner" }).click();
    await form.getByRole("button", { name: "Done" }).click();
    await form.getByRole("button", { name: "Save" }).click();
    await form.waitFor({ state: "detached" });
    const kept = await inPractice(owner, (c) =>
      row<{ b: { coordinates: number[][][] }; a: number }>(
        c,
        "select boundary as b, area_ha as a from field where name = 'Sallow Piece'",
      ),
    );
    expect(kept?.b.coordinates[0]).toHaveLength(5);
    expect(kept?.a).toBe(3);
  });

  it("a price is changed where it stands, and taken back", async () => {
    await page.goto("/records/fertilisers");
    const price = page.getByLabel("Price, Muriate of potash 60");
    await price.fill("400");
    await price.blur();
    await page.getByText("Price changed.").waitFor();
    const stands = () =>
      inPractice(owner, (c) =>
        row<{ p: number }>(c, "select price_per_t as p from fertiliser where name = 'Muriate of potash 60'"),
      );
    expect((await stands())?.p).toBe(40_000);
    await page.getByRole("button", { name: "Undo" }).click();
    await page.getByText("Taken back.").waitFor();
    expect((await stands())?.p).toBe(38_000);
  });

  it("a soil test is dated as one writes; another's change is shown before mine is saved over it", async () => {
    const fieldId = await fieldNamed(owner, "Heron Block");
    await page.goto(`/fields/${fieldId}`);
    await page.getByRole("button", { name: "Add a soil test" }).click();
    const form = page.getByRole("dialog");
    await form.getByLabel("Taken on", { exact: true }).fill("3 weeks ago");
    await form.getByText("22 Jul 2026").waitFor();
    await form.getByLabel("Depth").fill("8 in");
    await form.getByLabel("Methods and classes").selectOption({ index: 1 });
    await form.getByLabel("pH in water").fill("6.1");
    await form.getByLabel("Organic matter").fill("2.2");
    await form.getByRole("button", { name: "Add the soil test" }).click();
    await form.waitFor({ state: "detached" });
    await page.getByRole("button", { name: "22 Jul 2026" }).click();
    const kept = await inPractice(owner, (c) =>
      row<{ id: string; depth_cm: number }>(c, "select id, depth_cm from soil_test where taken_on = '2026-07-22'"),
    );
    expect(kept?.depth_cm).toBeCloseTo(20.32, 6);
    await form.getByLabel("Organic matter").fill("2.4");
    const stands = await inPractice(owner, (c) => loadRecord(c, owner, "soil-tests", kept?.id as string));
    await inPractice(owner, (c) =>
      changeRecord(c, owner, "soil-tests", kept?.id as string, 1, { ...stands?.values, ph: 6.3 }),
    );
    await form.getByRole("button", { name: "Save" }).click();
    await form.getByText("pH in water: 6.1 → 6.3").waitFor();
    await form.getByRole("button", { name: "Keep theirs, and what I typed over it" }).click();
    expect(await form.getByLabel("pH in water").inputValue()).toBe("6.3");
    await form.getByRole("button", { name: "Save" }).click();
    await form.waitFor({ state: "detached" });
    const joined = await inPractice(owner, (c) => loadRecord(c, owner, "soil-tests", kept?.id as string));
    expect(joined?.values).toMatchObject({ ph: 6.3, organicMatterPct: 2.4 });
  });

  it("without a network the form stays as it was typed", async () => {
    await page.goto("/records/growers?add");
    const form = page.getByRole("dialog");
    await form.getByLabel("Name").fill("Marsh & Sons");
    await page.context().setOffline(true);
    await form.getByRole("button", { name: "Add the grower" }).click();
    await form.getByText("The server does not answer. What you typed stays here").waitFor();
    await page.context().setOffline(false);
    await form.getByRole("button", { name: "Add the grower" }).click();
    await form.waitFor({ state: "detached" });
    await page.getByRole("button", { name: "Marsh & Sons" }).waitFor();
  });

  it("lists and forms are clean for axe, and fit a phone of 360 px", async () => {
    for (const where of [
      "/records",
      ...KIND_IDS.map((k) => `/records/${k}`),
      "/records/stations?add",
      "/records/farms?add",
    ]) {
      await page.setViewportSize({ width: 1280, height: 800 });
      await page.goto(where);
      await page.waitForLoadState("networkidle");
      const found = await new AxeBuilder({ page }).analyze();
      expect(found.violations.map((v) => `${where} ${v.id}: ${v.nodes[0]?.html.slice(0, 160)}`)).toEqual([]);
      await page.setViewportSize({ width: 360, height: 740 });
      expect(await page.evaluate(() => document.documentElement.scrollWidth), where).toBeLessThanOrEqual(360);
    }
  });
});
