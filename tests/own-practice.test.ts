/** A practice of one's own, from nothing to the first booklet; and the people who come to it and go. */

import pg from "pg";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { launchChromium } from "../scripts/app-under-test";
import { ask, signInAttempt, signInOverHttp } from "./support/http";
import { removePractice } from "./support/made-practice";

const PRACTICE = "Hollow Way Agronomy";
const OWNER = { name: "Tamsin Orrell", email: "tamsin@hollow.example", password: "four rooks on a gate" };
let browser: Browser;
let page: Page;
let admin: pg.Client;

beforeAll(async () => {
  browser = await launchChromium();
  const context = await browser.newContext({ baseURL: inject("base"), viewport: { width: 1280, height: 800 } });
  page = await context.newPage();
  page.setDefaultTimeout(20_000);
  admin = new pg.Client({ connectionString: inject("adminUrl") });
  await admin.connect();
});
afterAll(async () => {
  await browser?.close();
  await admin.end();
  await removePractice(inject("adminUrl"), PRACTICE);
  await removePractice(inject("adminUrl"), "Second Field Advice");
});

/** Fills the form that is open and sends it. */
async function fill(texts: Record<string, string>, choices: Record<string, string>, add: string): Promise<void> {
  const form = page.getByRole("dialog");
  await form.getByRole("button", { name: add }).waitFor();
  for (const [label, option] of Object.entries(choices))
    await form.getByLabel(label, { exact: true }).selectOption({ label: option });
  for (const [label, text] of Object.entries(texts)) await form.getByLabel(label, { exact: true }).fill(text);
  await form.getByRole("button", { name: add }).click();
  await form.waitFor({ state: "detached" });
}
/** Goes where the page says that one goes next. */
async function next(step: string): Promise<void> {
  await page.goto("/records");
  await page.getByRole("region", { name: "What comes next" }).getByRole("link", { name: step }).click();
}

describe("a practice of one's own", () => {
  it("is begun from the sign-in, empty, and says what comes next", async () => {
    await page.goto("/sign-in");
    await page.getByRole("button", { name: "Look at the demo" }).waitFor();
    await page.getByRole("link", { name: "Begin a practice of your own" }).click();
    await page.getByRole("button", { name: "Begin" }).click();
    for (const label of ["Practice", "Currency", "Your name"])
      await page
        .locator("form > span", { has: page.getByLabel(label) })
        .getByText("nothing given")
        .waitFor();
    await page.getByLabel("Practice").fill(PRACTICE);
    await page.getByLabel("Currency").fill("cr");
    await page.getByLabel("Your name").fill(OWNER.name);
    await page.getByLabel("E-mail").fill(OWNER.email);
    await page.getByLabel("Password").fill("password12");
    await page.getByRole("button", { name: "Begin" }).click();
    await page.getByText("this one is among the first that are tried").waitFor();
    // what was typed stays
    expect(await page.getByLabel("Practice").inputValue()).toBe(PRACTICE);
    await page.getByLabel("Password").fill(OWNER.password);
    await page.getByRole("button", { name: "Begin" }).click();
    await page.waitForURL("**/records");
    await page.getByRole("heading", { name: "What comes next" }).waitFor();
    for (const where of ["/fields", "/season", "/week", "/stations", "/settings"]) {
      const answer = await page.goto(where);
      expect(answer?.status(), where).toBe(200);
    }
    await page.goto("/fields");
    await page.getByText("No fields yet.").waitFor();
  });

  it("has its first grower, field and soil test, a plan, an issued version and its booklet", async () => {
    await next("Add a grower");
    await fill({ Name: "Orrell Bros" }, {}, "Add the grower");
    await next("Add a weather station");
    const form = page.getByRole("dialog");
    await form.getByLabel("Name").waitFor();
    await form.getByLabel("Name").fill("Hollow Mill");
    await form.getByLabel("Latitude").fill("47.2");
    // under its heading: it begins with what is needed
    await form.getByText("Place", { exact: true }).click();
    await form.getByLabel("Altitude").fill("280");
    // as copied from a spreadsheet: mean, rain and reference evapotranspiration of twelve months
    const normals = [
      [-1, 40, 14],
      [1, 36, 22],
      [5, 42, 48],
      [10, 54, 78],
      [14.5, 74, 106],
      [18, 76, 124],
      [20, 60, 138],
      [19.5, 56, 120],
      [15, 56, 76],
      [10, 56, 42],
      [4.5, 54, 20],
      [0, 48, 12],
    ];
    const text = normals.map((row) => row.join("\t")).join("\n");
    await form.getByLabel("Mean, January").evaluate((input, pasted) => {
      const data = new DataTransfer();
      data.setData("text", pasted as string);
      input.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
    }, text);
    expect(await form.getByLabel("Reference ET, December").inputValue()).toBe("12");
    await form.getByRole("button", { name: "Add the weather station" }).click();
    await form.waitFor({ state: "detached" });
    await next("Add a farm");
    await fill(
      { Name: "Hollow Farm" },
      { Grower: "Orrell Bros", "Weather station": "Hollow Mill", Zone: "Temperate upland plain" },
      "Add the farm",
    );
    await next("Add a field");
    await fill(
      { Name: "Mill Piece", Area: "20 ac" },
      { Farm: "Hollow Farm, Orrell Bros", Texture: "Loam" },
      "Add the field",
    );
    await next("Add its soil test");
    await fill(
      {
        "Taken on": "2 weeks ago",
        Depth: "20",
        "pH in water": "6.3",
        "Organic matter": "2.8",
        P: "14",
        K: "150",
        Mg: "60",
      },
      { "Methods and classes": "Olsen P, ammonium-nitrate K and Mg, index" },
      "Add the soil test",
    );
    await next("Add a lot of seed or planting stock");
    await fill(
      {
        "Variety and lot": "Old Rose, lot 1",
        "Thousand-grain weight": "48",
        Germination: "95",
        Price: "520",
        Pack: "500",
      },
      { Crop: "Wheat", Kind: "Winter wheat", Certified: "Yes" },
      "Add the lot of seed or planting stock",
    );
    await next("Add fertilisers");
    await fill({ Name: "Ammonium nitrate 34.5", N: "34.5", Price: "365", Pack: "600" }, {}, "Add the fertiliser");
    await page.getByRole("button", { name: "Add a fertiliser" }).click();
    await fill({ Name: "Triple superphosphate 46", "P₂O₅": "46", Price: "460", Pack: "600" }, {}, "Add the fertiliser");
    await page.getByRole("button", { name: "Add a fertiliser" }).click();
    await fill({ Name: "Muriate of potash 60", "K₂O": "60", Price: "380", Pack: "600" }, {}, "Add the fertiliser");
    await next("Add a lime");
    await fill(
      { Name: "Ground limestone", "Neutralising value": "92", Fineness: "70", "Price, spread": "30" },
      { Material: "Ground limestone" },
      "Add the lime",
    );
    await page.goto("/settings");
    // in August there is time for a winter wheat
    await page.getByLabel("Working date", { exact: true }).fill("2026-08-12");
    await page.getByText("working date 12 Aug 2026").waitFor();
    for (const [label, text] of [
      ["Wheat, grain", "210"],
      ["Diesel", "1.5"],
      ["Labour", "24"],
      ["Default machine with tractor, per hour", "45"],
      ["Machine, combine", "160"],
    ] as const) {
      await page.getByLabel(label).first().fill(text);
      await page.getByText("saved").waitFor();
    }
    await next("Start the first plan");
    await page.getByLabel("Crop", { exact: true }).click();
    await page.getByRole("option", { name: "Wheat", exact: true }).click();
    await page.getByRole("button", { name: "Start", exact: true }).click();
    await page.waitForURL("**/plans/*");
    await page.waitForSelector("[data-operation=planting]");
    await page.getByRole("button", { name: /Issue/ }).first().click();
    await page
      .getByRole("dialog")
      .getByRole("button", { name: /^Issue/ })
      .click();
    await page
      .getByRole("dialog")
      .getByText(/Version 1/)
      .first()
      .waitFor();
    const planId = page.url().split("/").pop();
    const who = await signInOverHttp(OWNER.email, OWNER.password);
    const booklet = await ask(who, "GET", `/api/plans/${planId}/versions/1/booklet.pdf`);
    expect(booklet.status).toBe(200);
    expect(
      Buffer.from(await booklet.arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ).toBe("%PDF-");
    await page.goto("/records");
    expect(await page.getByRole("heading", { name: "What comes next" }).count()).toBe(0);
  });
});

describe("people", () => {
  it("come by an address that opens once, do what their role may, and leave without what they did", async () => {
    await page.goto("/people");
    await page.getByLabel("Name", { exact: true }).fill("Piet Aalders");
    await page.getByLabel("Role", { exact: true }).selectOption("adviser");
    await page.getByLabel("Licence number", { exact: true }).fill("AG-77");
    await page.getByLabel("Issued by", { exact: true }).fill("Ley district office");
    await page.getByRole("button", { name: "Make an invitation" }).click();
    const url = await page.getByText(/\/join\//).textContent();
    const other = await browser.newContext({ baseURL: inject("base") });
    const theirs = await other.newPage();
    await theirs.goto(url as string);
    await theirs.getByRole("heading", { name: PRACTICE }).waitFor();
    await theirs.getByLabel("E-mail").fill("piet@hollow.example");
    await theirs.getByLabel("Password").fill("a heron by the sluice");
    await theirs.getByRole("button", { name: "Join" }).click();
    await theirs.waitForURL("**/fields");
    await theirs.goto(url as string);
    await theirs.getByRole("heading", { name: "No such invitation" }).waitFor();

    const piet = await signInOverHttp("piet@hollow.example", "a heron by the sluice");
    expect((await ask(piet, "GET", "/api/people")).status).toBe(403);
    const grower = { id: "6d1a2f60-7d4e-4b6a-9c05-0e8f6a1b2c3d", values: { name: "Ley Farmers" } };
    expect((await ask(piet, "POST", "/api/records/growers", grower)).status).toBe(200);
    await page.reload();
    await page.getByRole("button", { name: "Remove Piet Aalders" }).click();
    await page.getByRole("button", { name: "Remove Piet Aalders" }).click();
    await page.getByRole("row", { name: /Piet Aalders/ }).waitFor({ state: "detached" });
    expect((await ask(piet, "GET", "/api/records/growers")).status).toBe(403);
    // the pages that are left in a browser lead to the sign-in
    await theirs.goto("/fields");
    await theirs.waitForURL(/\/sign-in\?left/);
    await theirs.getByText("belongs to no practice any more").waitFor();
    const { rows } = await admin.query("select person from grower where name = 'Ley Farmers'");
    expect(rows).toEqual([{ person: "Piet Aalders" }]);
    // the last owner stays
    await page.getByLabel(`Role of ${OWNER.name}`).selectOption("assistant");
    await page.getByText("A practice keeps at least one owner").waitFor();
  });

  it("have several practices, and see of each its own", async () => {
    await page.goto("/account");
    await page.getByRole("link", { name: "Begin another practice" }).click();
    await page.getByLabel("Practice").fill("Second Field Advice");
    await page.getByLabel("Currency").fill("cr");
    await page.getByRole("button", { name: "Begin" }).click();
    await page.waitForURL("**/records");
    await page.goto("/records/growers");
    await page.getByText("No grower yet.").waitFor();
    await page.goto("/account");
    await page.getByRole("button", { name: `Work in ${PRACTICE}` }).click();
    await page.waitForURL("**/fields");
    await page.getByRole("link", { name: "Mill Piece" }).waitFor();
    // a cookie that names somebody else's practice chooses none
    const { rows } = await admin.query("select id from practice where name = 'Castellan Field Advice'");
    const who = await signInOverHttp(OWNER.email, OWNER.password);
    const names = await ask({ cookie: `${who.cookie}; practice=${rows[0].id}` }, "GET", "/api/fields");
    expect(JSON.stringify(await names.json())).not.toContain("Withy Bed");
  });

  it("change their password and end other sessions", async () => {
    const elsewhere = await signInOverHttp(OWNER.email, OWNER.password);
    await page.goto("/account");
    await page.getByLabel("The one you have").fill(OWNER.password);
    await page.getByLabel("A new one").fill("harvest-by-figures");
    await page.getByRole("button", { name: "Change it" }).click();
    await page.getByText("this one is printed for the demo").waitFor();
    await page.getByLabel("A new one").fill("nine barrows in the rain");
    await page.getByRole("button", { name: "Change it" }).click();
    await page.getByText("The new password holds").waitFor();
    expect((await ask(elsewhere, "GET", "/api/fields")).status).toBe(401);
    expect((await signInAttempt(OWNER.email, OWNER.password)).status).toBe(401);
    expect((await signInAttempt(OWNER.email, "nine barrows in the rain")).status).toBe(200);
    await page.reload();
    await page.getByRole("button", { name: "Sign out all other devices" }).click();
    await page.getByText("All other devices are signed out.").waitFor();
  });
});
