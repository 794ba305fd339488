/** Ground that becomes other fields, schemes and prices of a practice's own, and varieties compared, over the database. */

import { randomUUID } from "node:crypto";
import type pg from "pg";
import type { Browser } from "playwright-core";
import { describe, expect, inject, it } from "vitest";
import { boundaryAreaHa } from "@/core/records/land/boundary-measures";
import type { Access } from "@/server/access/access";
import { mergeFields, splitField } from "@/server/land/field-descent";
import { loadField } from "@/server/land/fields";
import { loadPlan } from "@/server/plans/plans";
import { startPlan } from "@/server/plans/plantings";
import { addRecord, changeRecord, listRecords } from "@/server/records/keep-records";
import { varietyTables } from "@/server/records/variety-tables";
import { inPractice } from "@/server/storage/db";
import { signedInPage } from "../scripts/app-under-test";
import { fieldNamed } from "./support/access";
import { onScene } from "./support/scene";

const PRACTICE = "Splitham";
let owner: Access;
let grower: Access;
let other: Access;
let admin: pg.Client;
let browser: Browser;

onScene(PRACTICE, async (scene) => {
  ({ owner, grower, other, admin, browser } = scene);
});

const sheetOf = async (id: string) => {
  const sheet = await inPractice(owner, (c) => loadField(c, owner, id));
  if (!sheet) throw new Error("no field");
  return sheet;
};
/** A field of 4 ha, 200 m square, beside Withy Bed. */
async function addSquare(name: string, more: object = {}): Promise<string> {
  const farmId = (await sheetOf(await fieldNamed(owner, "Withy Bed"))).field.farmId;
  // at 47 degrees north a degree is 111 171 m by 76 056 m
  const [lon, lat] = [200 / 76_056, 200 / 111_171];
  const square = [
    [-30, 47],
    [-30 + lon, 47],
    [-30 + lon, 47 + lat],
    [-30, 47 + lat],
    [-30, 47],
  ];
  const values = {
    farmId,
    name,
    areaHa: 4,
    textureClass: "loam",
    boundary: { type: "Polygon", coordinates: [square] },
    ...more,
  };
  return inPractice(owner, (c) => addRecord(c, owner, "fields", randomUUID(), values));
}
const addGrown = (fieldId: string, season: number, crop: string, yieldTPerHa: number) =>
  inPractice(owner, (c) => addRecord(c, owner, "grown-crops", randomUUID(), { fieldId, season, crop, yieldTPerHa }));
const TEST = { takenOn: "2026-08-01", depthCm: 20, scheme: "olsenIndex", ph: 6.4, organicMatterPct: 3 };

describe("a field that is split", () => {
  it("hands its ground, history and soil tests on, and is retired with its plans", async () => {
    const id = await addSquare("Gallow Square");
    await addGrown(id, 2025, "wheat", 7.2);
    await inPractice(owner, (c) =>
      addRecord(c, owner, "soil-tests", randomUUID(), { ...TEST, fieldId: id, levels: { p: 18 } }),
    );
    const planId = await inPractice(owner, (c) => startPlan(c, owner, { fieldId: id, season: 2027, guideId: "wheat" }));
    const ids = await inPractice(owner, (c) =>
      splitField(c, owner, {
        fieldId: id,
        parts: [
          { name: "Gallow West", areaHa: 1 },
          { name: "Gallow East", areaHa: 3 },
        ],
        bearingDeg: 0,
      }),
    );
    const [west, east] = [await sheetOf(ids[0] as string), await sheetOf(ids[1] as string)];
    expect([west.field.areaHa, east.field.areaHa]).toEqual([1, 3]);
    expect(boundaryAreaHa(west.field.boundary as never)).toBeCloseTo(1, 2);
    expect(boundaryAreaHa(east.field.boundary as never)).toBeCloseTo(3, 2);
    for (const part of [west, east]) {
      expect(part.history).toMatchObject([{ season: 2025, crop: "wheat", yieldTPerHa: 7.2 }]);
      expect(part.soilTests).toMatchObject([{ ph: 6.4, levels: { p: 18 } }]);
      expect(part.descent.from).toMatchObject([{ id, name: "Gallow Square" }]);
    }
    const old = await sheetOf(id);
    expect([old.field.retired, old.descent.into.map((f) => f.name)]).toEqual([true, ["Gallow East", "Gallow West"]]);
    expect(await inPractice(owner, (c) => loadPlan(c, owner, planId))).not.toBeNull();
    // a plan of a part starts from the ground's history
    const next = await inPractice(owner, (c) =>
      startPlan(c, owner, { fieldId: ids[0] as string, season: 2027, guideId: "barley" }),
    );
    const facts = (await inPractice(owner, (c) => loadPlan(c, owner, next)))?.facts;
    expect(facts?.previousCrop).toMatchObject({ crop: "wheat" });
    expect(facts?.field.areaHa).toBe(1);
  });

  it("is refused by field where parts do not add up, a name is taken or a crop is under way", async () => {
    const id = await addSquare("Pound Square");
    const split = (parts: { name: string; areaHa: number }[], fieldId = id, who = owner) =>
      inPractice(who, (c) => splitField(c, who, { fieldId, parts, bearingDeg: 0 }));
    const parts = (a: string, b: string, areaHa = 2) => [
      { name: a, areaHa },
      { name: b, areaHa: 2 },
    ];
    await expect(split(parts("A", "B", 3))).rejects.toMatchObject({
      issues: [{ path: ["parts"], message: "Areas: together 5 ha given, Pound Square has 4 ha" }],
    });
    await expect(split(parts("Withy Bed", "B"))).rejects.toMatchObject({ issues: [{ path: ["name"] }] });
    await expect(split(parts("A", "A"))).rejects.toMatchObject({ issues: [{ path: ["name"] }] });
    await expect(split(parts("A", "B"), id, other)).rejects.toThrow(/no such field/);
    const { rows } = await admin.query(
      `select f.id, f.area_ha as area from field f join plan p on p.field_id = f.id and p.practice_id = f.practice_id
       join log_entry l on l.plan_id = p.id and l.withdrawn_at is null where f.practice_id = $1 limit 1`,
      [owner.practiceId],
    );
    const half = Number(rows[0].area) / 2;
    await expect(
      split(
        [
          { name: "A", areaHa: half },
          { name: "B", areaHa: half },
        ],
        rows[0].id,
      ),
    ).rejects.toThrow(/is under way\. Log its harvest first/);
  });
});

describe("fields that are merged", () => {
  it("are one with the larger one's soil, and history by area", async () => {
    const a = await addSquare("Upper Mead", { areaHa: 6, textureClass: "clay", note: "Measured on the ground." });
    const b = await addSquare("Lower Mead", { areaHa: 3 });
    await addGrown(a, 2025, "wheat", 8);
    await addGrown(b, 2025, "wheat", 5);
    await addGrown(a, 2024, "barley", 6);
    await addGrown(b, 2024, "potato", 40);
    const id = await inPractice(owner, (c) => mergeFields(c, owner, { fieldIds: [a, b], name: "The Mead" }));
    const sheet = await sheetOf(id);
    expect(sheet.field).toMatchObject({ name: "The Mead", areaHa: 9, textureClass: "clay" });
    // (6 x 8 + 3 x 5) / 9 = 7
    expect(sheet.history.map((h) => [h.season, h.crop, h.yieldTPerHa])).toEqual([
      [2025, "wheat", 7],
      [2024, "barley", 6],
    ]);
    expect(sheet.field.note).toContain("Lower Mead: loam");
    expect(sheet.field.note).toContain("2024: potato stood on the smaller ground");
    expect(sheet.descent.from.map((f) => f.name).sort()).toEqual(["Lower Mead", "Upper Mead"]);
  });
});

describe("what a practice reads its tests and prices by", () => {
  it("is a scheme of its own, edited, and plans follow", async () => {
    const withy = await fieldNamed(owner, "Withy Bed");
    const limits = [
      { nutrient: "p", method: "Lactate", unit: "mg/kg", veryLow: 10, low: 20, target: 40, high: 60 },
      { nutrient: "k", method: "Lactate", unit: "mg/kg", veryLow: 40, low: 80, target: 160, high: 240 },
    ];
    const scheme = { name: "Lactate, Castellan laboratory", source: "the laboratory's sheet of 2026", limits };
    const id = await inPractice(owner, (c) => addRecord(c, owner, "soil-schemes", randomUUID(), scheme));
    await inPractice(owner, (c) =>
      addRecord(c, owner, "soil-tests", randomUUID(), {
        ...TEST,
        fieldId: withy,
        takenOn: "2026-11-01",
        scheme: id,
        levels: { p: 30, k: 100 },
      }),
    );
    const { rows } = await admin.query("select id from plan where field_id = $1 limit 1", [withy]);
    const soil = async () => {
      const sheet = await inPractice(owner, (c) => loadPlan(c, owner, rows[0].id));
      return sheet?.facts.soilLimits?.nutrients.find((n) => n.nutrient === "p")?.limits;
    };
    expect(await soil()).toEqual([10, 20, 40, 60]);
    const change = { ...scheme, limits: [{ ...limits[0], target: 45 }, limits[1]] };
    await inPractice(owner, (c) => changeRecord(c, owner, "soil-schemes", id, 1, change));
    expect(await soil()).toEqual([10, 20, 45, 60]);
    const wrong = { ...scheme, name: "Other", limits: [{ ...limits[0], low: 5 }] };
    await expect(
      inPractice(owner, (c) => addRecord(c, owner, "soil-schemes", randomUUID(), wrong)),
    ).rejects.toMatchObject({ issues: [{ path: ["limits", 0, "low"] }] });
    expect((await sheetOf(withy)).schemes.map((s) => s.name)).toContain(scheme.name);
  });

  it("is the newest offer where Settings have no price", async () => {
    const withy = await fieldNamed(owner, "Withy Bed");
    const planId = await inPractice(owner, (c) =>
      startPlan(c, owner, { fieldId: withy, season: 2033, guideId: "wheat" }),
    );
    const price = async () =>
      (await inPractice(owner, (c) => loadPlan(c, owner, planId)))?.facts.prices.cropPerT["wheat.grain"];
    const set = await price();
    expect(set).toBeGreaterThan(0);
    const offer = (saidOn: string, pricePerT: number, more = {}) =>
      inPractice(owner, (c) =>
        addRecord(c, owner, "crop-offers", randomUUID(), {
          guideId: "wheat",
          productId: "grain",
          buyer: "Tarn Mill",
          season: 2027,
          saidOn,
          pricePerT,
          ...more,
        }),
      );
    await offer("2026-10-01", 20_100);
    await offer("2026-11-02", 19_400);
    expect(await price()).toBe(set);
    await admin.query("update practice set prices = prices #- '{cropPerT,wheat.grain}' where id = $1", [
      owner.practiceId,
    ]);
    expect(await price()).toBe(19_400);
    await expect(offer("2026-11-03", 1, { basis: "contract" })).rejects.toMatchObject({
      issues: [{ path: ["amountT"] }],
    });
    await expect(offer("2026-11-03", 1, { productId: "tubers" })).rejects.toMatchObject({
      issues: [{ path: ["productId"] }],
    });
    await expect(
      inPractice(grower, (c) =>
        c.query("update crop_offer set price_per_t = 1 where practice_id = $1", [owner.practiceId]),
      ),
    ).resolves.toMatchObject({ rowCount: 0 });
  });
});

describe("varieties", () => {
  it("are compared over trials that do not all have the same ones", async () => {
    const add = (variety: string, site: string, yieldTPerHa: number) =>
      inPractice(owner, (c) =>
        addRecord(c, owner, "variety-trials", randomUUID(), {
          guideId: "wheat",
          kindId: "winter",
          variety,
          site,
          season: 2026,
          yieldTPerHa,
        }),
      );
    // A 9, B 8, C 7.5: worked by hand beside the function
    await add("Aster", "one", 8);
    await add("Borage", "one", 7);
    await add("Borage", "two", 9);
    await add("Clover King", "two", 8.5);
    await inPractice(owner, (c) =>
      addRecord(c, owner, "varieties", randomUUID(), {
        guideId: "wheat",
        kindId: "winter",
        name: "aster",
        days: 300,
        endUse: "bread",
        ratings: [{ what: "rust", rating: 8 }],
      }),
    );
    const [table] = await inPractice(owner, (c) => varietyTables(c, owner));
    expect(table?.groups[0]?.means.map((m) => [m.variety, Number(m.meanTPerHa.toFixed(3)), m.days])).toEqual([
      ["Aster", 9, 300],
      ["Borage", 8, null],
      ["Clover King", 7.5, null],
    ]);
  });
});

describe("in the browser", () => {
  it("a field is split, and its parts stand in the list", async () => {
    const id = await addSquare("Mill Square");
    const page = await signedInPage(browser, inject("base"), "owner@splitham.example");
    await page.goto(`${inject("base")}/fields/${id}`);
    await page.getByRole("button", { name: "Split it" }).click();
    const dialog = page.getByRole("dialog");
    await dialog.getByLabel("Name of part 1").fill("Mill Head");
    await dialog.getByLabel("Area of part 1").fill("3");
    await expect.poll(() => dialog.textContent()).toContain("1 ha more than the field has");
    await dialog.getByRole("button", { name: "Split it" }).click();
    await expect.poll(() => dialog.textContent()).toContain("together 5 ha given, Mill Square has 4 ha");
    await dialog.getByLabel("Area of part 2").fill("1");
    await dialog.getByRole("button", { name: "Split it" }).click();
    await expect.poll(() => page.getByText(/^Now /).textContent()).toContain("Mill Head, Mill Square 2");
    const names = (await inPractice(owner, (c) => listRecords(c, owner, "fields")))
      .filter((f) => !f.retired)
      .map((f) => f.values.name);
    expect(names).toEqual(expect.arrayContaining(["Mill Head", "Mill Square 2"]));
    await page.context().close();
  });
});
