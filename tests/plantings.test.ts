/** Several plantings of a field: side by side, in turn, and drafts of one to compare. */

import pg from "pg";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { toDay } from "@/core/dates";
import { applyChanges, type Decisions, freshDecisions } from "@/core/sheets/decisions";
import { draftPlan } from "@/core/sheets/draft-plan";
import type { Access } from "@/server/access/access";
import { loadPlaces } from "@/server/land/places";
import { compareDrafts } from "@/server/plans/drafts";
import { draftStale, outlineLines } from "@/server/plans/outlines";
import { issuePlan, loadPlan, saveDecisions } from "@/server/plans/plans";
import { changePart, chooseDraft, copyDraft, listPlantings, startPlan } from "@/server/plans/plantings";
import { plantInTurn } from "@/server/plans/plantings-in-turn";
import { type Client, inPractice, pool } from "@/server/storage/db";
import { accessOf, removePlans } from "./support/access";

const owner = new pg.Client({ connectionString: inject("adminUrl") });
let access: Access;
let fieldId: string;
const within = <T>(work: (client: Client) => Promise<T>) => inPractice(access, work);

beforeAll(async () => {
  process.env.DATABASE_URL = inject("databaseUrl");
  await owner.connect();
  access = await accessOf(owner, "imre@castellan.example");
  const { rows: made } = await owner.query(
    `insert into field (practice_id, farm_id, name, area_ha, texture_class, drainage)
     select practice_id, farm_id, 'Tansy Slip', 6, texture_class, drainage from field where practice_id = $1 and name = 'Sluice Piece' returning id`,
    [access.practiceId],
  );
  fieldId = made[0].id;
});
// other tests count the fields and seasons of the demo
afterAll(async () => {
  await removePlans(owner, "field_id = $1", fieldId);
  await owner.query("delete from field where id = $1", [fieldId]);
  await owner.end();
  await pool().end();
});

const plan = (id: string) =>
  within(async (c) => {
    const loaded = await loadPlan(c, access, id);
    if (!loaded) throw new Error("no plan");
    return loaded;
  });
const drafted = async (id: string) => {
  const { facts, decisions, season, guide } = await plan(id);
  const result = draftPlan(facts, decisions, season, guide);
  if (!result.ok) throw new Error("not drafted");
  return result.value;
};
const plantingOf = async (planId: string) =>
  (await within((c) => listPlantings(c, access, fieldId))).find((p) => p.drafts.some((d) => d.id === planId))!;

describe("plantings side by side", () => {
  it("share the field: each plans for its own area, and no more is given out than there is", async () => {
    const start = (guideId: string, name: string, areaHa: number) =>
      within((c) => startPlan(c, access, { fieldId, season: 2027, guideId, part: { name, areaHa } }));
    const east = await start("wheat", "east", 3.5);
    const west = await start("potato", "west", 2);
    expect((await plan(east)).facts.field).toMatchObject({ name: "Tansy Slip, east", areaHa: 3.5 });
    expect((await drafted(west)).areaHa).toBe(2);
    // 6 ha less 3.5 and 2 leave 0.5
    await expect(start("garlic", "corner", 0.8)).rejects.toThrow("Area: 0.8 ha given, allowed are 0.5 ha");
    await expect(within((c) => startPlan(c, access, { fieldId, season: 2027, guideId: "garlic" }))).rejects.toThrow(
      "allowed are 0.5 ha",
    );
    // the very same planting is not started twice
    expect(await start("wheat", "east", 3.5)).toBe(east);
    const places = await within((c) => loadPlaces(c, access));
    expect(places.get(east)).toMatchObject({ field: "Tansy Slip, east", areaHa: 3.5 });
  });
});

describe("the part of a planting", () => {
  const change = (id: string, part: { name: string; areaHa: number } | null) =>
    within((c) => changePart(c, access, id, part));

  it("can be put right: its plans are for the new area, and what is free beside it changes", async () => {
    const [east] = (await within((c) => listPlantings(c, access, fieldId))).filter((p) => p.part === "east");
    const planId = east!.drafts[0]!.id;
    const before = await drafted(planId);
    await change(east!.id, { name: "east of the ditch", areaHa: 3 });
    expect((await plan(planId)).facts.field).toMatchObject({ name: "Tansy Slip, east of the ditch", areaHa: 3 });
    const after = await drafted(planId);
    // the same rate on 3 ha in place of 3.5
    expect(after.inputs[0]!.quantity / before.inputs[0]!.quantity).toBeCloseTo(3 / 3.5, 6);
    // 6 ha less 2 in the west leave 4
    await expect(change(east!.id, { name: "east", areaHa: 4.1 })).rejects.toThrow(
      "Area: 4.1 ha given, allowed are 4 ha",
    );
    await expect(change(east!.id, null)).rejects.toThrow("allowed are 4 ha");
    await expect(change(east!.id, { name: "west", areaHa: 3 })).rejects.toThrow('Part: "west" given; another planting');
    await change(east!.id, { name: "east", areaHa: 3.5 });
    expect((await plan(planId)).facts.field).toMatchObject({ name: "Tansy Slip, east", areaHa: 3.5 });
  });

  it("is nobody else's to change, and is noted with its author", async () => {
    const [west] = (await within((c) => listPlantings(c, access, fieldId))).filter((p) => p.part === "west");
    const other = await accessOf(owner, "una@fernhill.example");
    await expect(inPractice(other, (c) => changePart(c, other, west!.id, { name: "mine", areaHa: 1 }))).rejects.toThrow(
      "no such planting",
    );
    await expect(change("not-an-id", null)).rejects.toThrow("no such planting");
    await change(west!.id, { name: "west", areaHa: 2.25 });
    const [noted] = (
      await owner.query(
        "select user_id, before, after from audit where entity = 'planting' and entity_id = $1 order by id desc",
        [west!.id],
      )
    ).rows;
    expect(noted).toEqual({ user_id: access.userId, before: { areaHa: 2 }, after: { areaHa: 2.25 } });
    await change(west!.id, { name: "west", areaHa: 2 });
  });
});

describe("what comes after a part", () => {
  it("has that part, is put right with it, and bounds it where it has a share of it", async () => {
    const season = 2041;
    const first = await within((c) =>
      startPlan(c, access, { fieldId, season, guideId: "potato", part: { name: "hollow", areaHa: 2 } }),
    );
    const follows = (await plantingOf(first)).id;
    const then = await within((c) => startPlan(c, access, { fieldId, season: season + 1, guideId: "wheat", follows }));
    expect((await plan(then)).facts.field).toMatchObject({ name: "Tansy Slip, hollow", areaHa: 2 });
    const next = (await plantingOf(then)).id;
    const share = await within((c) =>
      startPlan(c, access, {
        fieldId,
        season: season + 2,
        guideId: "garlic",
        follows: next,
        part: { name: "hollow, wet end", areaHa: 0.5 },
      }),
    );
    await within((c) => changePart(c, access, follows, { name: "hollow", areaHa: 2.4 }));
    expect((await plan(then)).facts.field.areaHa).toBe(2.4);
    expect((await plan(share)).facts.field.areaHa).toBe(0.5);
    await expect(within((c) => changePart(c, access, follows, { name: "hollow", areaHa: 0.4 }))).rejects.toThrow(
      "Area: 0.4 ha given, allowed are 0.5 ha or more",
    );
  });
});

describe("plantings in turn", () => {
  it("begin from what the last one leaves, and when it is off", async () => {
    const first = await within((c) => startPlan(c, access, { fieldId, season: 2028, guideId: "potato" }));
    const follows = (await plantingOf(first)).id;
    const second = await within((c) => startPlan(c, access, { fieldId, season: 2029, guideId: "wheat", follows }));
    const potato = await drafted(first);
    const { facts } = await plan(second);
    expect(facts.previousCrop).toMatchObject({ crop: "potato", harvest: potato.harvestDate, harvested: false });
    const wheat = await drafted(second);
    expect(toDay(wheat.plantingDate!)).toBeGreaterThan(toDay(potato.harvestDate!));
    expect(facts.history[0]).toMatchObject({ season: 2028, crop: "potato" });
  });

  it("age the outline of the next when the first one changes", async () => {
    const drain = async () => {
      for (;;) {
        await draftStale(access);
        const lines = await within((c) => outlineLines(c, access, "draft"));
        if (lines.every((l) => l.fresh)) return;
      }
    };
    await drain();
    const all = await within((c) => listPlantings(c, access, fieldId));
    const [second] = all.find((p) => p.season === 2029)!.drafts;
    const [first] = all.find((p) => p.season === 2028)!.drafts;
    const { revision, decisions } = await plan(first!.id);
    const changed: Decisions = applyChanges(decisions, [{ path: "targetTPerHa", value: 38 }]);
    const stale = await within(async (c) => {
      await saveDecisions(c, access, first!.id, revision, changed);
      return (await outlineLines(c, access, "draft")).filter((l) => !l.fresh).map((l) => l.id);
    });
    expect(stale).toContain(second!.id);
    expect(stale).toContain(first!.id);
    // and nobody else's field
    const others = await within(async (c) =>
      (await outlineLines(c, access, "draft")).filter((l) => l.fieldId !== fieldId),
    );
    expect(others.every((l) => l.fresh)).toBe(true);
  });

  it("are refused after a planting of another field", async () => {
    await expect(
      within((c) => startPlan(c, access, { fieldId, season: 2030, guideId: "wheat", follows: crypto.randomUUID() })),
    ).rejects.toThrow("no such planting on this field");
  });
});

describe("one plan made into plantings in turn", () => {
  it("is the first of them, and each has its part, its day and the same decisions", async () => {
    const season = 2071;
    const id = await within((c) => startPlan(c, access, { fieldId, season, guideId: "kale" }));
    const { decisions, revision } = await plan(id);
    const wished = applyChanges(decisions, [
      { path: "harvest/wish", value: { kgPerWeek: 120 } },
      { path: "targetTPerHa", value: 20 },
    ]);
    await within((c) => saveDecisions(c, access, id, revision, wished));
    const plantings = [
      { areaHa: 0.25, plantingOn: "2071-04-20" },
      { areaHa: 0.25, plantingOn: "2071-05-18" },
    ];
    const make = (from: number, list = plantings) =>
      within((c) => plantInTurn(c, access, id, { revision: from, plantings: list }));
    // changed meanwhile, and more than the 6 ha of the field: nothing is half done
    await expect(make(revision)).rejects.toThrow("changed the plan");
    await expect(
      make(
        revision + 1,
        plantings.map((p) => ({ ...p, areaHa: 3.5 })),
      ),
    ).rejects.toThrow("allowed are 2.5 ha");
    expect((await plantingOf(id)).part).toBe("");
    const ids = await make(revision + 1);
    expect(ids[0]).toBe(id);
    const made = await Promise.all(ids.map(plan));
    expect(made.map((p) => [p.facts.field.name, p.facts.field.areaHa])).toEqual([
      ["Tansy Slip, planting 1", 0.25],
      ["Tansy Slip, planting 2", 0.25],
    ]);
    expect(made.map((p) => p.decisions.dates?.planting)).toEqual(
      plantings.map((p) => ({ date: p.plantingOn, held: true })),
    );
    expect(made.map((p) => [p.decisions.targetTPerHa, p.decisions.harvest?.wish])).toEqual([
      [20, undefined],
      [20, undefined],
    ]);
    expect((await drafted(ids[1] as string)).plantingDate).toBe("2071-05-18");
    // sent twice: the plan is another by now
    await expect(make(revision + 1)).rejects.toThrow();
  });
});

describe("plans of one season after another", () => {
  const start = (season: number, guideId: string) => within((c) => startPlan(c, access, { fieldId, season, guideId }));
  it("begin from the plan of the season before, until somebody records what grew", async () => {
    await start(2051, "potato");
    const wheat = await start(2052, "wheat");
    expect((await plan(wheat)).facts.previousCrop).toMatchObject({ crop: "potato", harvested: false });
    expect((await plan(wheat)).facts.history[0]).toMatchObject({ season: 2051, crop: "potato" });
    const fresh = async () =>
      (await within((c) => outlineLines(c, access, "draft"))).find((l) => l.id === wheat)!.fresh;
    while (!(await fresh())) await draftStale(access);
    // a plan of the season before changes: what comes after it is drafted anew
    const barley = await start(2051, "potato");
    const { decisions, revision } = await plan(barley);
    const later = applyChanges(decisions, [{ path: "targetTPerHa", value: 40 }]);
    await within((c) => saveDecisions(c, access, barley, revision, later));
    expect(await fresh()).toBe(false);
    await owner.query(
      "insert into crop_history (practice_id, field_id, season, crop) values ($1, $2, 2051, 'barley')",
      [access.practiceId, fieldId],
    );
    expect((await plan(wheat)).facts.previousCrop?.crop).toBe("barley");
    await owner.query("delete from crop_history where field_id = $1", [fieldId]);
  });
  it("go on with a planting that stands for years, and plant anew after its last one", async () => {
    const first = await start(2061, "tuberose");
    const { decisions, revision } = await plan(first);
    expect(decisions.crop.methodId).toBeUndefined();
    const double = applyChanges(decisions, [{ path: "crop/kindId", value: "double" }]);
    await within((c) => saveDecisions(c, access, first, revision, double));
    const second = await start(2062, "tuberose");
    expect((await plan(second)).decisions.crop).toMatchObject({ kindId: "double", methodId: "second" });
    expect((await plan(second)).facts.previousCrop?.crop).toBe("tuberose");
    expect((await drafted(second)).inputs.filter((i) => i.kind === "seed")).toEqual([]);
    const third = await start(2063, "tuberose");
    expect((await plan(third)).decisions.crop).toMatchObject({ kindId: "double", methodId: "third" });
    expect((await plan(await start(2064, "tuberose"))).decisions).toEqual(freshDecisions("tuberose"));
  });
});

describe("drafts of a planting", () => {
  it("are up to four, of which one is chosen; issuing settles it", async () => {
    const first = await within((c) => startPlan(c, access, { fieldId, season: 2031, guideId: "barley" }));
    const { decisions } = await plan(first);
    expect(decisions).toEqual(freshDecisions("barley"));
    const second = await within((c) => copyDraft(c, access, first));
    const { revision } = await plan(second);
    await within((c) =>
      saveDecisions(c, access, second, revision, applyChanges(decisions, [{ path: "targetTPerHa", value: 5 }])),
    );
    const lines = await within((c) => compareDrafts(c, access, first));
    expect(lines.map((l) => [l.draft, l.chosen, l.targetTPerHa])).toEqual([
      [1, true, (await drafted(first)).targetTPerHa],
      [2, false, 5],
    ]);
    expect(lines[1]!.marginPerHa).not.toBe(lines[0]!.marginPerHa);

    await within((c) => copyDraft(c, access, first));
    await within((c) => copyDraft(c, access, second));
    await expect(within((c) => copyDraft(c, access, first))).rejects.toThrow("up to 4 drafts");

    await expect(within((c) => issuePlan(c, access, second, revision + 1))).rejects.toThrow("Another draft");
    await within((c) => chooseDraft(c, access, second));
    const shown = await within((c) => outlineLines(c, access, "draft"));
    expect(shown.some((l) => l.id === first)).toBe(false);
    expect(shown.some((l) => l.id === second)).toBe(true);
    await within((c) => issuePlan(c, access, second, revision + 1));
    await expect(within((c) => chooseDraft(c, access, first))).rejects.toThrow("was issued as version 1");
  });
});
