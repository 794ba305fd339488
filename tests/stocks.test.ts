/** One crop of each kind of planting stock in the browser: from a field without a plan to an issued booklet. */

import { execFileSync } from "node:child_process";
import type pg from "pg";
import type { Browser, Page } from "playwright-core";
import { afterAll, describe, expect, inject, it } from "vitest";
import type { Access } from "@/server/access/access";
import { signedInPage } from "../scripts/app-under-test";
import { onScene } from "./support/scene";

const PRACTICE = "Stockhollow";
let owner: Access;
let admin: pg.Client;
let browser: Browser;
let page: Page;
onScene(PRACTICE, async (scene) => {
  ({ owner, admin, browser } = scene);
  page = await signedInPage(browser, inject("base"), `owner@${PRACTICE.toLowerCase()}.example`);
});
afterAll(async () => {
  await page?.close();
});

/** A field without a plan, with soil and weather of one that has one. */
async function fieldLike(name: string, like: string): Promise<string> {
  const { rows } = await admin.query(
    `insert into field (practice_id, farm_id, name, area_ha, texture_class, drainage)
     select practice_id, farm_id, $2, 2, 'sandyLoam', 'free' from field where practice_id = $1 and name = $3 returning id`,
    [owner.practiceId, name, like],
  );
  return rows[0].id;
}

/** The plan of a crop, started on the field's page. */
async function started(fieldId: string, crop: string, season = "2027"): Promise<void> {
  await page.goto(`/fields/${fieldId}`);
  for (const [label, option] of [
    ["Season", season],
    ["Crop", crop],
  ] as const) {
    const box = page.getByRole("combobox", { name: label, exact: true });
    if ((await box.textContent())?.trim() === option) continue;
    await box.click();
    await page.getByRole("option", { name: option, exact: true }).click();
  }
  await page.getByRole("button", { name: "Start", exact: true }).click();
  await page.waitForURL(/\/plans\//);
  await page.waitForSelector("[data-operation=planting]");
  await page.keyboard.press("3");
}

/** Issues the plan and gives its booklet's text. */
async function issued(): Promise<string> {
  await page.getByRole("button", { name: "Issue version 1" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("button", { name: "Issue version 1" }).click();
  await dialog.getByText("Version 1", { exact: true }).waitFor();
  const id = page.url().split("/").at(-1);
  const answer = await page.request.get(`/api/plans/${id}/versions/1/booklet.pdf`);
  expect(answer.status()).toBe(200);
  return execFileSync("pdftotext", ["-layout", "-", "-"], { input: await answer.body(), encoding: "utf8" });
}

const STOCKS: [crop: string, like: string, what: string, inBooklet: RegExp][] = [
  ["Barley", "Kestrel Bottom", "Seed rate from", /Seed rate\s+\d+ kg\/ha/],
  ["Sunflower", "Kestrel Bottom", "Stations", /Stations\s+[\d ]+ \/ha/],
  ["Garlic", "Kestrel Bottom", "Mass per piece, and mass bought", /Units planted\s+[\d ]+ \/ha/],
  ["Kale and collard", "Kestrel Bottom", "Hills", /Nursery/],
  ["Cereal and legume whole crop", "Kestrel Bottom", "Mixture", /of its sole-crop rate/],
];

describe("planting stock of each kind", () => {
  it.each(STOCKS)("%s goes from a field without a plan to an issued booklet", async (crop, like, what, inBooklet) => {
    await started(await fieldLike(`${crop} Piece`, like), crop);
    await page.getByText(what).first().waitFor();
    const booklet = await issued();
    expect(booklet).toContain(`${crop} Piece`);
    expect(booklet).toMatch(inBooklet);
  });
  it("Tuberose is planted once, and its second year takes over the stand", async () => {
    const field = await fieldLike("Tuberose Piece", "Heron Block");
    await started(field, "Tuberose");
    await page.getByText("Stock to order").waitFor();
    expect(await issued()).toMatch(/Seed to order\s+[\d ]+ kg/);
    await started(field, "Tuberose", "2028");
    await page.getByText("still stand").waitFor();
    const second = await issued();
    expect(second).toContain("second year of the planting");
    // 14.5 bulbs a square metre x 93 % = 13.485, x 4,046.86 m2 of an acre = 54,570
    expect(second).toMatch(/Plants that still stand\s+54\s570 \/ac/);
    expect(second).not.toMatch(/Seed to order/);
  });
});
