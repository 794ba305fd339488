/** Parts of a field, one crop after another and drafts to compare, as a user meets them in the browser. */

import pg from "pg";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { removePlans } from "./support/access";
import { axeFindings, launch, signedIn } from "./support/browser";

let browser: Browser;
let page: Page & { troubles: string[] };
const owner = new pg.Client({ connectionString: inject("adminUrl") });

beforeAll(async () => {
  await owner.connect();
  browser = await launch();
  page = await signedIn(browser, undefined, { reducedMotion: "reduce" });
});
afterAll(async () => {
  await browser.close();
  await removePlans(owner, "season = $1", 2028);
  await owner.end();
});

const openField = async () => {
  await page.goto("/fields");
  await page.getByRole("link", { name: "Gantry Plot" }).click();
  await page.getByRole("heading", { name: "Plans" }).waitFor();
};
const choose = async (label: string, option: string | RegExp) => {
  await page.getByRole("combobox", { name: label, exact: true }).click();
  await page.getByRole("option", { name: option }).click();
};
const target = () => page.getByRole("textbox", { name: "Target yield", exact: true });

describe("a part of a field", () => {
  it("needs a name and an area, and no more than there is", async () => {
    await openField();
    await choose("Season", "2028");
    await choose("Crop", "Potato");
    await choose("Ground", "a part of it");
    await page.getByRole("button", { name: "Start", exact: true }).click();
    await page.getByRole("alert").getByText("a part has a name and an area").waitFor();
    await page.getByLabel("called").fill("stream side");
    const area = page.getByRole("textbox", { name: "Area of the part" });
    await area.fill("40");
    // the field has 12.4 ha
    await page.getByText("Area of the part: 40 given, allowed is above 0 ha up to 12.4 ha").waitFor();
    await area.fill("5 ha");
    await page.getByRole("button", { name: "Start", exact: true }).click();
    await page.getByRole("heading", { name: "Gantry Plot, stream side" }).waitFor();
    await page.getByText(/5 ha, .*season 2028/).waitFor();
  });

  it("leaves the rest of it, and what comes after begins from it", async () => {
    await openField();
    await page.getByRole("link", { name: /Season 2028: potato, stream side/ }).waitFor();
    await choose("Season", "2028");
    await choose("Crop", "Wheat");
    await page.getByRole("button", { name: "Start", exact: true }).click();
    await page.getByRole("alert").getByText("Area: 12.4 ha given, allowed are 7.4 ha").waitFor();
    await choose("After", /stream side/);
    await page.getByRole("button", { name: "Start", exact: true }).click();
    // on the same part, not on the whole field
    await page.getByRole("heading", { name: "Gantry Plot, stream side" }).waitFor();
    await page.getByText(/5 ha, .*season 2028/).waitFor();
    await openField();
    await page.getByText("then").waitFor();
    expect(await axeFindings(page)).toEqual([]);
  });

  it("can be put right on the field's page, with what comes after it", async () => {
    await openField();
    const change = page.getByRole("button", { name: "Change the part stream side" }).first();
    await change.click();
    const area = page.getByRole("textbox", { name: "Area of stream side" });
    await area.fill("13");
    await page.getByText("Area of the part: 13 given, allowed is above 0 ha up to 12.4 ha").waitFor();
    await area.fill("4.5");
    await page.getByRole("button", { name: "Save" }).click();
    await page.getByRole("status").getByText("Changed").waitFor();
    await page.keyboard.press("Escape");
    await page
      .getByText(/4\.5 ha/)
      .nth(1)
      .waitFor();
    // and back, for what is looked at next
    await change.click();
    await area.fill("5");
    await page.getByRole("button", { name: "Save" }).click();
    await page.getByRole("status").getByText("Changed").waitFor();
  });
});

describe("drafts of a planting", () => {
  it("are copied, changed, compared and chosen", async () => {
    await page.getByRole("link", { name: /Season 2028: potato, stream side/ }).click();
    await page.getByRole("button", { name: "Drafts", exact: true }).click();
    await page.getByRole("button", { name: "Copy this draft" }).click();
    await page.getByRole("button", { name: "Draft 2 of 2" }).waitFor();
    await target().fill("36");
    await page.getByText("Draft, saved").waitFor();
    // another draft is chosen: this one cannot be issued
    expect(await page.getByRole("button", { name: /^Issue version/ }).count()).toBe(0);
    await page.getByRole("button", { name: "Draft 2 of 2" }).click();
    const row = page.getByRole("row", { name: /^Target/ });
    await row.getByText("42 t/ha").waitFor();
    await row.getByText("36 t/ha").waitFor();
    expect(await axeFindings(page)).toEqual([]);
    await page.getByRole("button", { name: "Choose draft 2" }).click();
    await page.getByRole("button", { name: "Choose draft 1" }).waitFor();
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: /^Issue version/ }).waitFor();
    await openField();
    await page.getByRole("link", { name: "Draft 1", exact: true }).waitFor();
    expect(page.troubles).toEqual([]);
  });

  it("fit the phone", async () => {
    const phone = await signedIn(browser, undefined, { viewport: { width: 390, height: 844 } });
    await phone.goto(page.url());
    await phone.getByRole("heading", { name: "Plans" }).waitFor();
    expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await phone.context().close();
  });
});
