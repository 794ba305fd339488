/** The palette finds pages, plans, fields, figures and what people ask for; the week of a phone is walked by month and date. */

import type { Browser } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { launch, openPlan, signedIn } from "./support/browser";

let browser: Browser;
let page: Awaited<ReturnType<typeof signedIn>>;
beforeAll(async () => {
  browser = await launch();
  page = await signedIn(browser);
});
afterAll(async () => {
  await browser?.close();
});

/** What the palette says to some words, each with where it is. */
async function found(words: string): Promise<string[]> {
  await page.keyboard.press("Control+k");
  const box = page.getByPlaceholder(/A field, a plan/);
  await box.fill(words);
  await page.getByRole("option").first().waitFor();
  const all = await page.getByRole("option").allInnerTexts();
  await page.keyboard.press("Escape");
  await box.waitFor({ state: "detached" });
  return all.map((text) => text.replaceAll("\n", " | "));
}

describe("the palette", () => {
  it.each([
    ["deficiency", /^Deficiency: what the soil lacks.*\| on a plan, Soil/],
    ["next year", /^Next year: what may follow/],
    ["order", /^Order inputs: what to buy \| on a plan/],
    ["compare", /^Compare drafts of a plan \| on a plan/],
    ["trial", /^Trials: how varieties did side by side/],
    ["combine", /^Harvest queue/],
    ["invite", /^People: roles, licences/],
    ["Withy Bed", /^Withy Bed, Pennick Farm: wheat 2027 \| plan/],
  ])("answers %s away from any plan", async (words, first) => {
    await page.goto("/fields");
    await page.waitForLoadState("networkidle");
    const all = await found(words);
    expect(all[0], all.join("; ")).toMatch(first);
  });

  it("leads on an open plan to its figures and sheets, and does what it names", async () => {
    await openPlan(page, "Withy Bed");
    await page.waitForLoadState("networkidle");
    expect((await found("break-even yield"))[0]).toMatch(/^Break-even yield/);
    expect((await found("deficiency"))[0]).toMatch(/\| Soil$/);
    await page.keyboard.press("Control+k");
    await page.getByPlaceholder(/A field, a plan/).fill("deficiency");
    await page.keyboard.press("Enter");
    await page.getByRole("heading", { name: "Soil", exact: true }).waitFor();
    await page.keyboard.press("Control+k");
    await page.getByPlaceholder(/A field, a plan/).fill("break-even yield");
    await page.keyboard.press("Enter");
    await page.getByRole("dialog").getByText("Break-even yield").first().waitFor();
  });

  it("says so where there is nothing of that name", async () => {
    await page.goto("/fields");
    await page.waitForLoadState("networkidle");
    await page.keyboard.press("Control+k");
    await page.getByPlaceholder(/A field, a plan/).fill("qqzzx");
    await page.getByText("Nothing of that name").waitFor();
    await page.keyboard.press("Escape");
  });
});

describe("the week on a phone", () => {
  it("goes to a month in a step and to a date at once, and stays within the screen", async () => {
    const phone = await signedIn(browser, undefined, { viewport: { width: 390, height: 844 } });
    await phone.goto("/week?from=2026-08-17");
    await phone.waitForLoadState("networkidle");
    await phone
      .getByRole("link", { name: /^Sep/ })
      .or(phone.getByRole("button", { name: /Sep/ }))
      .first()
      .click();
    await phone.waitForURL(/from=2026-0(8-31|9-)/);
    const to = phone.getByRole("textbox", { name: "Week of" });
    await to.fill("18 Mar 2027");
    await to.press("Enter");
    // the Monday of that week
    await phone.waitForURL(/from=2027-03-15/);
    await phone.getByRole("heading", { name: /^Week of 15 Mar to 21 Mar 2027/ }).waitFor();
    expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    expect(phone.troubles).toEqual([]);
    await phone.context().close();
  });
});
