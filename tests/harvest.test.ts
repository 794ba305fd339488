/** Harvest and keeping in the browser: moisture, way, day, drying on a plan; the order of fields for a machine. */

import type pg from "pg";
import type { Browser, Page } from "playwright-core";
import { describe, expect, inject, it } from "vitest";
import { addDays } from "@/core/dates";
import type { Decisions } from "@/core/sheets/decisions";
import type { Access } from "@/server/access/access";
import { draftStale } from "@/server/plans/outlines";
import { loadPlan, saveDecisions } from "@/server/plans/plans";
import { loadHarvestQueues } from "@/server/season/harvest-queues";
import { inPractice, row } from "@/server/storage/db";
import { openPlan, signedInPage } from "../scripts/app-under-test";
import { expectAccessible } from "./support/accessible";
import { onScene } from "./support/scene";

const PRACTICE = "Sickleford";
let owner: Access;
let admin: pg.Client;
let browser: Browser;
onScene(PRACTICE, async (scene) => {
  ({ owner, admin, browser } = scene);
});
let page: Page;
const saved = () =>
  page
    .getByText(/saved$/)
    .first()
    .waitFor();
async function decisionsOf(field: string) {
  const plan = await row<{ id: string }>(
    admin as never,
    "select p.id from plan p join field f on f.practice_id = p.practice_id and f.id = p.field_id where p.practice_id = $1 and f.name = $2 and p.chosen order by p.season desc limit 1",
    [owner.practiceId, field],
  );
  return (await inPractice(owner, (c) => loadPlan(c, owner, plan?.id as string)))?.decisions;
}

describe("the harvest of a plan", () => {
  it("is cut moister from the table of moistures, and the date and the drying follow", async () => {
    page = await signedInPage(browser, inject("base"), `owner@${PRACTICE.toLowerCase()}.example`);
    await openPlan(page, "Kestrel Bottom");
    await page.keyboard.press("7");
    const window = page.getByRole("region", { name: "Window of the harvest" });
    await window.getByText(/Start harvest on/).waitFor();
    await window.getByRole("button", { name: "19 %" }).click();
    await page.getByText(/days to the guide's date/).waitFor();
    expect(await page.getByLabel("Moisture at harvest").inputValue()).toBe("19.0");
    await saved();
    expect((await decisionsOf("Kestrel Bottom"))?.harvest?.cutPct).toBe(19);
  });
  it("names a moisture at which it cannot be threshed, with a repair", async () => {
    const moisture = page.getByLabel("Moisture at harvest");
    await moisture.fill("26");
    await moisture.press("Enter");
    await page.getByText("At 26 % moisture the crop is hard to thresh.").first().waitFor();
    await page
      .getByRole("button", { name: /^Harvest at 22 %/ })
      .first()
      .click();
    await page.getByText("At 26 % moisture the crop is hard to thresh.").first().waitFor({ state: "detached" });
    await saved();
  });
  it("is cut another way, at its hours and cost", async () => {
    const ways = page.getByRole("table", { name: "Harvest methods compared on this field" });
    await ways.getByRole("button", { name: "Cut by hand, thresh" }).click();
    await ways.getByText("Cut by hand, thresh, chosen").waitFor();
    await page.getByText("Cut by hand, thresh is not suitable for this field.").first().waitFor();
    await saved();
    expect((await decisionsOf("Kestrel Bottom"))?.harvest).toEqual({ cutPct: 22, methodId: "sickle" });
  });
  it("has no violation that axe finds, and fits the phone", async () => {
    await expectAccessible(page);
    await page.setViewportSize({ width: 1280, height: 800 });
  });
});

describe("keeping what was harvested", () => {
  it("says what drying takes off, and doubts air that is too slow for it", async () => {
    await page.keyboard.press("8");
    const ways = page.getByRole("table", { name: "Drying and curing methods compared" });
    await ways.getByRole("button", { name: "Dried by unheated air on the floor" }).click();
    await page
      .getByText(/at 22 % moisture the crop spoils before it is dry/)
      .first()
      .waitFor();
    await page
      .getByRole("button", { name: /^Dried in the sun/ })
      .last()
      .click();
    await ways.getByText("Dried in the sun, chosen").waitFor();
    await saved();
  });
  it("finds the month in which storing pays, from a price that is expected", async () => {
    const month = page.getByLabel("Price expected after 5 months");
    await month.fill("300");
    await month.press("Enter");
    await page.getByText(/month 5 brings the most/).waitFor();
    await saved();
    expect((await decisionsOf("Kestrel Bottom"))?.keep).toEqual({ wayId: "sun", pricesByMonth: { "5": 30_000 } });
  });
  it("has no violation that axe finds, and fits the phone", async () => {
    await expectAccessible(page);
    await page.setViewportSize({ width: 1280, height: 800 });
  });
});

describe("the signs of ripeness", () => {
  it("are looked at on a phone without a network, kept, sent, and held against the plan", async () => {
    const cut = await row<{ planId: string; date: string }>(
      admin as never,
      `select o.plan_id as "planId", o.planned_on::text as date from operation o join plan p on p.practice_id = o.practice_id and p.id = o.plan_id
       join field f on f.practice_id = p.practice_id and f.id = p.field_id
       where o.practice_id = $1 and o.operation_id = 'harvest' and f.name = 'Heron Block' order by o.version desc limit 1`,
      [owner.practiceId],
    );
    const today = addDays(cut?.date as string, -3);
    await admin.query("update practice set as_of = $2 where id = $1", [owner.practiceId, today]);
    const own = await signedInPage(browser, inject("base"), `owner@${PRACTICE.toLowerCase()}.example`, {
      viewport: { width: 390, height: 844 },
    });
    await own.goto("/week");
    await own.getByRole("button", { name: "Ripe? Heron Block" }).first().click();
    await own.context().setOffline(true);
    const dialog = own.getByRole("dialog");
    await dialog.getByRole("button", { name: "grains at the foot of the panicle: there" }).click();
    await dialog.getByRole("button", { name: "grains of the panicle: there" }).click();
    await dialog.getByText(/2 of 2 signs: ready in about 1 day/).waitFor();
    await dialog.getByLabel("Moisture").fill("26");
    // (26 - 22) / 0.8 = 5 days
    await dialog.getByText(/By its moisture: ready in about 5 days/).waitFor();
    await dialog.getByRole("button", { name: "Save", exact: true }).click();
    await dialog.getByText(/Kept on this device for Heron Block/).waitFor();
    await own.context().setOffline(false);
    await own.reload();
    const arrived = async () =>
      (
        await admin.query(
          "select seen, moisture_pct::float8 as moisture from ripeness_look where practice_id = $1 and withdrawn_at is null",
          [owner.practiceId],
        )
      ).rows;
    await expect.poll(arrived, { timeout: 20_000 }).toEqual([{ seen: { lower: true, colour: true }, moisture: 26 }]);
    await own.close();
  });
});

describe("the order of fields for a machine", () => {
  it("holds what is still to be harvested, each ready on the day of its plan", async () => {
    const { groups } = await inPractice(owner, (c) => loadHarvestQueues(c, owner, 2027));
    const fields = groups.flatMap((g) => g.fields.map((f) => f.field));
    expect(fields).toEqual(expect.arrayContaining(["Withy Bed", "Rook Hanger, upper part", "Rook Hanger, lower part"]));
    for (const g of groups) {
      expect(g.haPerHour).toBeGreaterThan(0);
      // in the quickest crop the whole rate, in others their part of it
      expect(Math.max(...g.fields.map((f) => f.pace))).toBe(1);
      expect(g.fields.every((f) => f.pace > 0)).toBe(true);
      expect(g.dryShare === null || (g.dryShare > 0.3 && g.dryShare <= 1)).toBe(true);
    }
  });
  it("gives silage to the machine that cuts it, with what waiting costs there", async () => {
    const plan = await row<{ id: string; revision: number; decisions: Decisions }>(
      admin as never,
      "select p.id, p.revision, p.decisions from plan p join field f on f.practice_id = p.practice_id and f.id = p.field_id where p.practice_id = $1 and f.name = $2 and p.chosen and p.season = 2027",
      [owner.practiceId, "Kestrel Bottom"],
    );
    const { id, revision, decisions } = plan!;
    const save = async (at: number, crop: Decisions["crop"], harvest?: Decisions["harvest"]) => {
      await inPractice(owner, (c) => saveDecisions(c, owner, id, at, { version: 2, crop, harvest }));
      await draftStale(owner);
      const { groups } = await inPractice(owner, (c) => loadHarvestQueues(c, owner, 2027));
      const group = groups.find((g) => g.fields.some((f) => f.field === "Kestrel Bottom"));
      return [group?.machine, group?.fields.find((f) => f.field === "Kestrel Bottom")?.lossPctPerDay];
    };
    // the grain of maize is threshed and loses by its guide; silage is chopped, and half a per cent a day
    expect((await save(revision, { guideId: "maize", kindId: "grain" }))[0]).toBe("combine");
    expect(await save(revision + 1, { guideId: "maize", kindId: "silage" })).toEqual(["forage harvester", 0.5]);
    expect((await save(revision + 2, decisions.crop, decisions.harvest))[0]).toBe("by hand");
  });
  it("is changed with the keys, says what that costs, and goes back", async () => {
    await page.goto("/season/harvest?season=2027");
    const combine = page.getByRole("region", { name: "Pennick Farm, combine" });
    await combine.getByText("the best of all orders").waitFor();
    const names = () => combine.getByRole("rowheader").allInnerTexts();
    const before = await names();
    expect(before.length).toBe(3);
    await combine.getByRole("button", { name: `${before[0]?.trim()} later` }).click();
    await combine.getByText(/more than the best order/).waitFor();
    expect(await names()).not.toEqual(before);
    await combine.getByRole("button", { name: "Back to the best order" }).click();
    expect(await names()).toEqual(before);
  });
  it("is reckoned anew for a slower machine, and gives the plans its dates", async () => {
    const combine = page.getByRole("region", { name: "Pennick Farm, combine" });
    const rate = combine.getByLabel("Rate of the machine");
    await rate.fill("0.9");
    await rate.press("Enter");
    // 0.9 ha/h x 9 h x the share of dry days
    await combine.getByText(/^6\.\d ha a day$/).waitFor();
    await combine.getByRole("button", { name: "Take these dates" }).click();
    await combine.getByText(/moved\.|already/).waitFor();
  });
  it("waits for a machine that is hired, as the farm's record says, and for the dryer", async () => {
    await page.goto("/records/farms");
    await page.getByRole("button", { name: "Pennick Farm" }).first().click();
    await page.getByRole("button", { name: "Add a line" }).click();
    const line = (of: string) => page.getByLabel(new RegExp(`^${of}, line`)).last();
    await page.getByRole("dialog").locator("select").last().selectOption("combine");
    await line("Hired from").fill("Harl Threshing");
    await line("Comes on").fill("2027-08-20");
    await line("Available until").fill("2027-08-18");
    await page.getByLabel("Dryer", { exact: true }).fill("0.5");
    await page.getByRole("button", { name: "Save" }).click();
    await page.getByText("2027-08-18 given, allowed is 2027-08-20 or later").waitFor();
    await line("Available until").fill("2027-08-25");
    await page.getByRole("button", { name: "Save" }).click();
    await page.getByRole("dialog").waitFor({ state: "detached" });
    await page.goto("/season/harvest?season=2027");
    const hired = page.getByRole("region", { name: "Harl Threshing, combine" });
    await hired.getByText("the best of all orders").waitFor();
    await hired.getByText("there from 20 Aug until 25 Aug").waitFor();
    const starts = await hired.locator("tbody tr td:nth-child(5)").allInnerTexts();
    expect(starts[0]).toContain("20 Aug");
    // 0.5 t/h at 5 points, 20 h a day: a few tonnes, less than a hectare
    await hired
      .getByText(/^dryer: \d/)
      .first()
      .waitFor();
    expect(await page.getByRole("region", { name: "Pennick Farm, combine" }).count()).toBe(0);
  });
  it("has no violation that axe finds, and fits the phone", async () => {
    await expectAccessible(page);
    await page.close();
  });
});
