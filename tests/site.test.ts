/** What suits a field, the schools of a crop and a date that clashes, as a user meets them in the browser. */

import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { axeFindings, launch, openPlan, signedIn } from "./support/browser";

let browser: Browser;
let page: Page & { troubles: string[] };

beforeAll(async () => {
  browser = await launch();
  page = await signedIn(browser, undefined, { reducedMotion: "reduce" });
});
afterAll(() => browser.close());

const rowOf = (field: string) => page.getByRole("row", { name: new RegExp(`^${field} `) });
const saved = () =>
  page
    .getByRole("status")
    .getByText(/, saved$/)
    .waitFor();
const goTo = async (sheet: string) => {
  await page.getByRole("button", { name: new RegExp(`^\\d ${sheet}`) }).click();
  await page.getByRole("heading", { name: sheet, exact: true }).waitFor();
};

describe("the site", () => {
  it("tells over all fields which suit a crop, and by what they are limited", async () => {
    await page.goto("/fields");
    expect(await page.getByRole("columnheader", { name: "Site for it" }).count()).toBe(0);
    await page.getByRole("combobox", { name: "Which suit a crop" }).click();
    await page.getByRole("option", { name: "Maincrop potato" }).click();
    await page.getByRole("columnheader", { name: "Site for it" }).waitFor();
    // pH 8.1 of potatoes that grow best up to 6.5 and fail over 8.6: (8.6 - 8.1) / (8.6 - 6.5) = 23.8 %
    await rowOf("Salt Lease").getByRole("cell", { name: "24 %" }).waitFor();
    await rowOf("Salt Lease").getByRole("cell", { name: "soil pH" }).waitFor();
    // potatoes stood on it in 2025
    await rowOf("Gantry Plot").getByRole("cell", { name: "rotation" }).waitFor();
    expect(await axeFindings(page)).toEqual([]);
  });

  it("tells on a field's page what suits it, each with all that was judged, and what the laboratory found", async () => {
    await rowOf("Salt Lease").getByRole("link", { name: "Salt Lease" }).click();
    const suits = page.getByRole("region", { name: "What suits this field" });
    const good = suits.getByRole("table", { name: "Crops that suit this field" });
    const wheat = good.getByRole("row", { name: /^Winter wheat 50 %/ });
    await wheat.getByText("crop of the same family 1 year ago; a break of at least 1 is usual").waitFor();
    expect(await good.getByRole("row", { name: /potato|rice/i }).count()).toBe(0);
    await suits.getByText(/\d that are not suitable/).click();
    const poor = suits.getByRole("table", { name: "Crops that do not suit this field" });
    await poor
      .getByText(/5.3 to 6.5 is best/)
      .first()
      .click();
    await poor.getByText("gypsum for years, with drains and water to leach the sodium").first().waitFor();
    await page.getByRole("columnheader", { name: "Sodium, ESP" }).waitFor();
    await page.getByRole("cell", { name: "5.2 dS/m" }).waitFor();
    expect(await axeFindings(page)).toEqual([]);
  });

  it("stands on the head of a plan, with the expected yield, and opens to all criteria", async () => {
    await openPlan(page, "Salt Lease");
    await page.getByRole("button", { name: /^\d+ % by / }).click();
    const all = page.getByRole("dialog", { name: "How the site suits this crop" });
    await all.getByText("frost and heat").waitFor();
    expect(await all.getByText(/ %$/).count()).toBeGreaterThanOrEqual(14);
    await page.keyboard.press("Escape");
  });
});

const sprouting = () =>
  page.locator("[data-line]").getByRole("button", { name: "Chit the seed in light", exact: true });

describe("gypsum", () => {
  it("is worked out of what the laboratory found, and its price moves the margin by its tonnes", async () => {
    await page.keyboard.press("2");
    // (16 - 8) % of 24 cmol/kg = 1.92; x 0.86 g x 30 cm x 1.35 t/m3 / 85 % = 7.87 t/ha, 5 of it this season
    const line = page.getByText("calcium replaces sodium").locator("xpath=ancestor::*[contains(., '7.9')][1]");
    await line.getByText("7.9").first().waitFor();
    const margin = page.getByText(/ cost, .*margin cr/);
    const [cost, left] = [...((await margin.first().textContent()) ?? "").matchAll(/-?\d+/g)].map(Number) as [
      number,
      number,
    ];
    const price = page.getByLabel("Price of gypsum per tonne, delivered");
    await price.fill("40");
    await price.press("Enter");
    // 5 t x 40
    await margin.getByText(`${cost + 200} cost, ${left - 200} margin cr`).waitFor();
    await price.fill("");
    await price.press("Enter");
    await margin.getByText(`${cost} cost, ${left} margin cr`).waitFor();
    await saved();
  });
});

describe("a dialog", () => {
  it("gives focus back to what opened it", async () => {
    await page.goto("/week");
    const log = page.getByRole("button", { name: "Log as done" }).first();
    await log.click();
    await page.getByRole("dialog").waitFor();
    await page.keyboard.press("Escape");
    await page.getByRole("dialog").waitFor({ state: "detached" });
    expect(await log.evaluate((button) => button === document.activeElement)).toBe(true);
  });
});

describe("a school of the crop", () => {
  it("changes the work that goes with it, is kept, and is taken back", async () => {
    await openPlan(page, "Sluice Piece");
    await goTo("Seed");
    await sprouting().waitFor();
    const school = page.getByRole("combobox", { name: "Seed tubers" });
    await school.click();
    await page.getByRole("option", { name: /Straight from the cold store/ }).click();
    await sprouting().waitFor({ state: "detached" });
    await saved();
    await page.reload();
    await goTo("Seed");
    await page.getByRole("combobox", { name: "Seed tubers" }).getByText("Straight from the cold store").waitFor();
    await page.getByRole("combobox", { name: "Seed tubers" }).click();
    await page.getByRole("option", { name: /Sprouted in light/ }).click();
    await sprouting().waitFor();
    await saved();
  });
});

describe("a date that clashes", () => {
  it("stays in its box, and the plan says by how much and what could give", async () => {
    const box = page.getByLabel("Planting date", { exact: true });
    const before = await box.inputValue();
    await box.fill("2026-10-01");
    await box.press("Enter");
    // early potatoes go in from 25 March here: 30 + 30 + 31 + 31 + 28 + 25 days later
    const clash = page.getByText("Plant is 175 days outside its window.").first();
    await clash.waitFor();
    expect(await box.inputValue()).toBe("1 Oct 2026");
    await saved();
    await page.reload();
    await goTo("Seed");
    await clash.waitFor();
    expect(await box.inputValue()).toBe("1 Oct 2026");
    await box.fill("");
    await box.press("Enter");
    await clash.waitFor({ state: "detached" });
    expect(await box.inputValue()).toBe(before);
    await saved();
    expect(page.troubles).toEqual([]);
  });
});
