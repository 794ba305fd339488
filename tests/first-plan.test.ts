/**
 * From an empty practice to the first issued plan, as somebody does it who works alone and has a licence: onion sets on 0.3 ha with one
 * treatment of her own label. Nothing is seeded; clicks and entries are counted.
 */

import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { launchChromium } from "../scripts/app-under-test";
import { Counted } from "./support/counted";
import { ask, signInOverHttp } from "./support/http";
import { removePractice } from "./support/made-practice";

const PRACTICE = "Hedge End Advice";
const OWNER = { name: "Wilmot Sayle", email: "wilmot@hedge.example", password: "seven larks over barley" };
let browser: Browser;
let page: Page;
let walk: Counted;

beforeAll(async () => {
  browser = await launchChromium();
  const context = await browser.newContext({ baseURL: inject("base"), viewport: { width: 1280, height: 800 } });
  page = await context.newPage();
  page.setDefaultTimeout(20_000);
  walk = new Counted(page);
});
afterAll(async () => {
  await browser?.close();
  await removePractice(inject("adminUrl"), PRACTICE);
});

const next = (step: string) => walk.click(page.getByRole("link", { name: step, exact: true }).first());

describe("from nothing to the first issued plan", () => {
  it("takes no more than 70 clicks and 60 entries, and 15 minutes", async () => {
    await page.goto("/begin");
    await walk.type(page.getByLabel("Practice"), PRACTICE);
    await walk.type(page.getByLabel("Currency"), "cr");
    await walk.type(page.getByLabel("Your name"), OWNER.name);
    await walk.type(page.getByLabel("E-mail"), OWNER.email);
    await walk.type(page.getByLabel("Password"), OWNER.password);
    await walk.click(page.getByRole("button", { name: "Begin" }));
    await page.waitForURL("**/records");

    await next("Add a grower");
    await walk.fill({ Name: "Sayle Gardens" }, {}, "Add the grower");
    await next("Add a weather station");
    const form = page.getByRole("dialog");
    await walk.type(form.getByLabel("Name"), "Hedge Mill");
    await walk.type(form.getByLabel("Latitude"), "47.2");
    // mean and rain are enough
    await walk.paste(
      form.getByLabel("Mean, January"),
      [-1, 1, 5, 10, 14.5, 18, 20, 19.5, 15, 10, 4.5, 0].map((mean, i) => [
        mean,
        [40, 36, 42, 54, 74, 76, 60, 56, 56, 56, 54, 48][i] as number,
      ]),
    );
    expect(await form.getByLabel("Rain, December").inputValue()).toBe("48");
    await walk.click(form.getByRole("button", { name: "Add the weather station" }));
    await form.waitFor({ state: "detached" });
    await next("Add a farm");
    // the one grower and the one station stand there already
    await walk.fill(
      { Name: "Sayle Farm" },
      { Zone: "Temperate upland plain", "Hand labour and hired machines only": "Yes" },
      "Add the farm",
    );
    await next("Add a field");
    await walk.fill({ Name: "Long Strip", Area: "0.3" }, { Texture: "Loam" }, "Add the field");
    await next("Add its soil test");
    await walk.fill(
      {
        "Taken on": "2 weeks ago",
        Depth: "20",
        "pH in water": "6.6",
        "Organic matter": "2.8",
        P: "14",
        K: "121 ppm",
        Mg: "60",
      },
      { "Methods and classes": "Olsen P, ammonium-nitrate K and Mg, index" },
    );
    await walk.click(form.getByRole("button", { name: "Add the soil test" }));
    // what is no milligrams a litre is said with what to type
    await form.getByText(/K: 121 ppm given and the scheme has mg\/L.*type 121 alone/).waitFor();
    await walk.type(form.getByLabel("K", { exact: true }), "121");
    await walk.click(form.getByRole("button", { name: "Add the soil test" }));
    await form.waitFor({ state: "detached" });
    await next("Add a lot of seed or planting stock");
    await walk.fill(
      { "Variety and lot": "Copper Globe, sets 4 g", "Mass per piece": "4", Germination: "95", Price: "3200" },
      { Crop: "Onion", Kind: "Long-day onion, spring", Certified: "Yes" },
      "Add the lot of seed or planting stock",
    );
    await next("Add fertilisers");
    await walk.fill({ Name: "Ammonium nitrate 34.5", N: "34.5", Price: "365", Pack: "25" }, {}, "Add the fertiliser");
    await walk.click(page.getByRole("button", { name: "Add a fertiliser" }));
    await walk.fill(
      { Name: "Sulphate of potash 50", "K₂O": "50", S: "18", Price: "620", Pack: "25" },
      {},
      "Add the fertiliser",
    );
    await walk.click(page.getByRole("button", { name: "Add a fertiliser" }));
    await walk.fill(
      { Name: "Triple superphosphate 46", "P₂O₅": "46", Price: "460", Pack: "25" },
      {},
      "Add the fertiliser",
    );
    await walk.click(page.getByRole("link", { name: "Settings", exact: true }));
    await walk.type(page.getByLabel("Onion, cured bulbs").first(), "260");
    await page.getByText("saved").waitFor();
    await walk.type(page.getByLabel("Labour").first(), "18");
    await page.getByText("saved").waitFor();
    await walk.type(page.getByLabel("Working date", { exact: true }), "2027-01-15");
    await page.getByText("working date 15 Jan 2027").waitFor();
    // one's own label, with crop and target as one says them
    await next("Records");
    await walk.click(page.getByRole("link", { name: /^Crop protection products/ }));
    await walk.click(page.getByRole("button", { name: "Add a crop protection product" }));
    await walk.type(form.getByLabel("Product", { exact: true }), "Mildewstop (demo product)");
    await walk.choose(form.getByLabel("What it is"), "Fungicide");
    await walk.type(form.getByLabel("Active ingredient"), "madeupazole");
    await walk.type(form.getByLabel("Price"), "30");
    await walk.click(form.getByRole("button", { name: "Add a line" }));
    await walk.type(form.getByLabel("Crop, line 1"), "onion");
    await walk.type(form.getByLabel("Against, line 1"), "Downy mildew of onion");
    await walk.type(form.getByLabel("Rate up to, line 1"), "1");
    await walk.type(form.getByLabel("From BBCH, line 1"), "41");
    await walk.click(form.getByRole("button", { name: "Add the crop protection product" }));
    await form.waitFor({ state: "detached" });
    await walk.click(page.getByRole("link", { name: "People", exact: true }));
    await walk.click(page.getByRole("button", { name: `Licence of ${OWNER.name}` }));
    const licence = page.getByRole("dialog");
    await walk.type(licence.getByLabel("Licence number"), "L-2201");
    await walk.type(licence.getByLabel("Issued by"), "District office");
    await walk.type(licence.getByLabel("Valid until", { exact: true }), "2029-12-31");
    await walk.click(licence.getByRole("button", { name: "Save the licence" }));
    await licence.waitFor({ state: "detached" });
    await next("Records");
    await next("Start the first plan");
    // crop, type and season follow from the stock that was bought
    await walk.click(page.getByRole("button", { name: "Start", exact: true }));
    await page.waitForURL("**/plans/*");
    await page.waitForSelector("[data-operation=planting]");
    // sets of 4 g are planted one by one
    await page.keyboard.press("3");
    await page.getByText("Sets by a planter").first().waitFor();
    await page.keyboard.press("6");
    await page.getByRole("region", { name: "Treatments" }).waitFor();
    await walk.choose(page.getByLabel("Against what"), "Downy mildew of onion: 1 label names it");
    await walk.click(page.getByRole("button", { name: "Mildewstop (demo product)" }));
    await walk.click(page.getByRole("button", { name: "Sign this treatment" }));
    await page.getByText("signed by you").waitFor();
    await walk.click(page.getByRole("button", { name: /^Issue/ }).first());
    await walk.click(page.getByRole("dialog").getByRole("button", { name: /^Issue/ }));
    await page
      .getByRole("dialog")
      .getByText(/Version 1/)
      .first()
      .waitFor();
    console.log(`first plan: ${walk}`);
    expect(walk.clicks).toBeLessThanOrEqual(70);
    expect(walk.entries).toBeLessThanOrEqual(60);
    expect(walk.seconds).toBeLessThanOrEqual(15 * 60);
    const planId = page.url().split("/").pop();
    const who = await signInOverHttp(OWNER.email, OWNER.password);
    expect((await ask(who, "GET", `/api/plans/${planId}/versions/1/card.pdf`)).status).toBe(200);
  });
});
