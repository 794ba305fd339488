/** Water across the program: a school chosen and an irrigation changed in the browser, rain noted without a network, water shared. */

import AxeBuilder from "@axe-core/playwright";
import type pg from "pg";
import type { Browser, Page } from "playwright-core";
import { describe, expect, inject, it } from "vitest";
import type { Access } from "@/server/access/access";
import { loadRain, noteRain } from "@/server/field-notes/field-rain";
import { draftStale } from "@/server/plans/outlines";
import { loadPlan } from "@/server/plans/plans";
import { startPlan } from "@/server/plans/plantings";
import { loadWaterShares } from "@/server/season/water-shares";
import { inPractice } from "@/server/storage/db";
import { signedInPage } from "../scripts/app-under-test";
import { fieldNamed } from "./support/access";
import { expectAccessible } from "./support/accessible";
import { onScene } from "./support/scene";

const PRACTICE = "Wellham";
let owner: Access;
let grower: Access;
let other: Access;
let admin: pg.Client;
let browser: Browser;
let page: Page;
let withy: string;
let planId: string;

onScene(PRACTICE, async (scene) => {
  ({ owner, grower, other, admin, browser } = scene);
  withy = await fieldNamed(owner, "Withy Bed");
  await admin.query(
    `update field set irrigated = true, water_system = 'sprinkler', water_flow_m3_per_h = 60, water_lift_m = 8
     where practice_id = $1 and name in ('Withy Bed', 'Kestrel Bottom')`,
    [owner.practiceId],
  );
  planId = await inPractice(owner, (c) => startPlan(c, owner, { fieldId: withy, season: 2029, guideId: "potato" }));
  const kestrel = await fieldNamed(owner, "Kestrel Bottom");
  await inPractice(owner, (c) => startPlan(c, owner, { fieldId: kestrel, season: 2029, guideId: "garlic" }));
  page = await signedInPage(browser, inject("base"), "owner@wellham.example");
});

const region = () => page.getByRole("heading", { name: "Water", exact: true });
const saved = () => page.getByText("Draft, saved").waitFor();

describe("in the browser", () => {
  it("a school is chosen, and the schools are compared over one season", async () => {
    await page.goto(`/plans/${planId}`);
    await page.waitForSelector("[data-operation=planting]");
    await page.keyboard.press("5");
    await region().waitFor();
    await page.getByRole("button", { name: /Compare the schools/ }).click();
    const line = (name: string) => page.getByRole("row").filter({ hasText: name });
    await line("Rain-fed, none").waitFor();
    expect(await line("Rain-fed, none").locator("td").first().textContent()).toBe("0");
    await line("At the critical stages only").getByRole("button").click();
    await page.getByText("Irrigations: 2", { exact: false }).waitFor();
    await saved();
    await page.getByRole("button", { name: "Undo" }).click();
    await page.getByText("Irrigations: 2", { exact: false }).waitFor({ state: "detached" });
    await saved();
  });

  it("an irrigation is changed and moved, and those after it follow", async () => {
    const day = (n: number) => page.getByLabel(`Day of irrigation ${n}`, { exact: true });
    const before = await day(2).inputValue();
    const amount = page.getByLabel(/^Net water of the irrigation of/).first();
    await amount.fill("11");
    await amount.press("Enter");
    await expect.poll(() => day(2).inputValue()).not.toBe(before);
    const earlier = await day(1).inputValue();
    await day(1).fill("in 900 days");
    await day(1).press("Enter");
    await expect.poll(() => day(1).inputValue()).not.toBe(earlier);
    await page.getByRole("button", { name: "Undo" }).click();
    await expect.poll(() => day(1).inputValue()).toBe(earlier);
    await saved();
  });

  it("has no violation that axe finds, and fits the phone", async () => {
    await expectAccessible(page);
  });

  it("rain is noted on the phone without a network, and sent once it is back", async () => {
    await page.goto("/week");
    // what is needed without a network is fetched once the page is at rest
    await page.waitForTimeout(5000);
    await page.context().setOffline(true);
    await page.getByRole("button", { name: "Rain", exact: true }).click();
    const dialog = page.getByRole("dialog");
    await dialog.getByLabel("Field").selectOption({ label: "Withy Bed, Pennick Farm" });
    await dialog.getByRole("textbox", { name: "Day of the rain" }).fill("2026-08-11");
    await dialog.getByLabel("Rain", { exact: true }).fill("wet");
    await dialog.getByRole("button", { name: "Save", exact: true }).click();
    await dialog.getByRole("alert").filter({ hasText: "wet" }).waitFor();
    await dialog.getByLabel("Rain", { exact: true }).fill("23");
    await dialog.getByRole("button", { name: "Save", exact: true }).click();
    await dialog.getByText(/Kept on this device for Withy Bed/).waitFor();
    await page.context().setOffline(false);
    await expect
      .poll(() => inPractice(owner, (c) => loadRain(c, owner, [withy])), { timeout: 40_000 })
      .toEqual([{ fieldId: withy, day: "2026-08-11", rainMm: 23 }]);
    const facts = (await inPractice(owner, (c) => loadPlan(c, owner, planId)))?.facts;
    expect(facts?.rain).toEqual([{ day: "2026-08-11", rainMm: 23 }]);
    await page.setViewportSize({ width: 1280, height: 800 });
  });

  it("water is logged by the hours that the pump ran, and what reaches the roots counts", async () => {
    await page.goto(`/plans/${planId}`);
    await page.waitForSelector("[data-operation=planting]");
    await page.getByRole("button", { name: "Issue version 1" }).click();
    await page
      .getByRole("dialog")
      .getByRole("button", { name: /^Issue/ })
      .click();
    await page
      .getByText(/Version 1/)
      .first()
      .waitFor();
    await page.keyboard.press("Escape");
    // the working date goes on into the season, planted and past its first irrigation
    const irrigation = (await inPractice(owner, (c) => loadPlan(c, owner, planId)))?.versions[0];
    expect(irrigation).toBeTruthy();
    await admin.query("update practice set as_of = '2029-06-10' where id = $1", [owner.practiceId]);
    await admin.query(
      "insert into log_entry (practice_id, id, plan_id, operation_id, done_on, note, user_id) values ($1, gen_random_uuid(), $2, 'planting', '2029-04-20', '', $3)",
      [owner.practiceId, planId, owner.userId],
    );
    await page.reload();
    await page.waitForSelector("[data-operation=planting]");
    // a key that comes before the page listens is pressed again
    await expect
      .poll(async () => {
        await page.keyboard.press("5");
        return region().isVisible();
      })
      .toBe(true);
    await page.locator("[data-line=water-1]").getByRole("button").first().click();
    await page.getByRole("button", { name: "Log as done" }).click();
    const dialog = page.getByRole("dialog");
    await dialog.getByRole("textbox", { name: "Done on" }).fill("2029-05-28");
    // by hours at the plan's flow: 115.2 h x 60 m3/h are 6912 m3 on 21.6 ha, 320 m3/ha
    await dialog.getByLabel("Read from").selectOption("hours");
    await dialog.getByLabel("Hours", { exact: true }).fill("many");
    await dialog.getByRole("button", { name: "Log", exact: true }).click();
    await dialog.getByRole("alert").filter({ hasText: "many" }).waitFor();
    await dialog.getByLabel("Hours", { exact: true }).fill("115.2");
    await dialog.getByText("32.0 mm out of the pipe", { exact: false }).waitFor();
    await dialog.getByRole("button", { name: "Log", exact: true }).click();
    await page.getByRole("rowheader", { name: "28 May, given" }).waitFor();
    // 32 mm by sprinklers, of which 75 % arrive: 24 mm; on 21.6 ha they are 32 x 10 x 21.6 = 6912 m3, at 60 m3/h 115.2 hours
    const cells = await page.getByRole("row").filter({ hasText: "28 May, given" }).locator("td").allTextContents();
    expect(cells[1]).toBe("32 mm");
    expect(cells[2]?.replace(/\s/g, "")).toBe("6912m³");
    expect(cells[3]).toBe("115.2");
    const { rows: kept } = await admin.query(
      "select quantity_per_ha::float8 as q from log_entry where plan_id = $1 and operation_id = 'water-1' and withdrawn_at is null",
      [planId],
    );
    expect(kept).toEqual([{ q: 320 }]);
  });

  it("short water is shared, and the page says what the next cubic metre earns", async () => {
    await page.goto("/season/water?season=2029");
    await page.waitForLoadState("networkidle");
    const volume = page.getByLabel("Water that there is");
    await volume.fill("8000");
    await volume.press("Enter");
    await page.getByText(/The next cubic metre would earn/).waitFor();
    const found = await new AxeBuilder({ page }).analyze();
    expect(found.violations.map((v) => `${v.id}: ${v.nodes[0]?.html.slice(0, 160)}`)).toEqual([]);
  });
});

describe("rain in a gauge", () => {
  const reading = (more: object = {}) => ({
    id: crypto.randomUUID(),
    fieldId: withy,
    day: "2026-08-05",
    rainMm: 9,
    ...more,
  });

  it("is one a day: another reading takes its place, the same one counts once", async () => {
    const first = reading();
    for (let i = 0; i < 2; i++) await inPractice(owner, (c) => noteRain(c, owner, first));
    await inPractice(owner, (c) => noteRain(c, owner, reading({ rainMm: 12 })));
    const of = (await inPractice(owner, (c) => loadRain(c, owner, [withy]))).filter((r) => r.day === "2026-08-05");
    expect(of).toMatchObject([{ rainMm: 12 }]);
  });

  it("is refused for tomorrow, and for a field of somebody else", async () => {
    await expect(inPractice(owner, (c) => noteRain(c, owner, reading({ day: "2026-08-13" })))).rejects.toThrow(
      /up to today/,
    );
    await expect(inPractice(other, (c) => noteRain(c, other, reading()))).rejects.toThrow(/no such field/);
    const { rows } = await admin.query(
      `select f.id from field f join farm fa on fa.id = f.farm_id and fa.practice_id = f.practice_id
       where f.practice_id = $1 and fa.grower_id <> $2 limit 1`,
      [owner.practiceId, grower.growerId],
    );
    await expect(inPractice(grower, (c) => noteRain(c, grower, reading({ fieldId: rows[0].id })))).rejects.toThrow(
      /no such field/,
    );
  });
});

describe("water that is shared", () => {
  it("goes where it earns most, and no further than it reaches", async () => {
    // back before the season, for the worker of the server too: it drafts by the practice's working date
    await admin.query("update practice set as_of = $2 where id = $1", [owner.practiceId, owner.today]);
    const shares = () => inPractice(owner, (c) => loadWaterShares(c, owner, { season: 2029 }));
    await draftStale(owner);
    // the worker of the server may have some of them in hand
    await expect.poll(async () => (await shares()).waiting, { timeout: 30_000 }).toBe(0);
    const all = await shares();
    expect(all.fields.map((f) => f.field).sort()).toEqual(["Kestrel Bottom", "Withy Bed"]);
    const some = await inPractice(owner, (c) => loadWaterShares(c, owner, { season: 2029, volumeM3: 5000 }));
    const given = some.fields.reduce((sum, f) => sum + f.volumeM3, 0);
    expect(given).toBeLessThanOrEqual(5000 + 1e-6);
    expect(some.marginalPerM3).toBeGreaterThan(0);
    // garlic at 3100 a tonne earns more with a cubic metre than potatoes at 180
    const of = (name: string) => some.fields.find((f) => f.field === name);
    expect(of("Kestrel Bottom")?.volumeM3).toBeGreaterThan(of("Withy Bed")?.volumeM3 ?? 0);
    expect((await inPractice(other, (c) => loadWaterShares(c, other, { season: 2029 }))).fields).toEqual([]);
  });
});
