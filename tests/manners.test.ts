/** Keyboard alone, accessibility, phone, two people on one plan, lost server and lost database. */

import path from "node:path";
import type { Browser } from "playwright-core";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { startDatabase } from "../scripts/local-database.mjs";
import { SHEET_NAMES, SHEETS } from "../src/core/sheet-ids";
import { axeFindings, launch, openPlan, signedIn } from "./support/browser";

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

describe("by keyboard alone", () => {
  it("opens a plan from the list of fields", async () => {
    const page = await signedIn(browser);
    await page.goto("/fields");
    await page.waitForLoadState("networkidle");
    await page
      .getByRole("row", { name: /Long Ricks/ })
      .getByRole("link", { name: /20\d\d/ })
      .click();
    await page.waitForSelector("[data-operation=planting]");
    await page.context().close();
  });

  it("finds a plan, edits a decision, moves a date, reads the finding, undoes", async () => {
    const page = await signedIn(browser);
    await page.goto("/fields");
    await page.waitForLoadState("networkidle");
    await page.keyboard.press("Control+k");
    await page.keyboard.type("Long Ricks");
    await page.keyboard.press("Enter");
    await page.waitForSelector("[data-operation=planting]");
    await page.waitForLoadState("networkidle");
    await page.keyboard.press("?");
    await page.getByRole("dialog").getByText("Go to Feed").waitFor();
    await page.keyboard.press("Escape");
    await page.keyboard.press("3");
    await page.getByRole("heading", { name: "Seed", exact: true }).waitFor();
    // Tab reaches the spacing; 12 in is 30.48 cm
    for (let i = 0; i < 90; i++) {
      await page.keyboard.press("Tab");
      if ((await page.evaluate(() => document.activeElement?.getAttribute("aria-label"))) === "Spacing in the row")
        break;
    }
    await page.keyboard.type("12 in");
    await page.keyboard.press("Enter");
    await page
      .getByRole("button", { name: /In the row|Units planted/ })
      .first()
      .waitFor();
    await page.waitForFunction(
      () => (document.querySelector("[aria-label='Spacing in the row']") as HTMLInputElement).value === "30.5",
    );
    await page.keyboard.press("Control+z");
    await page.waitForFunction(
      () => (document.querySelector("[aria-label='Spacing in the row']") as HTMLInputElement).value !== "30.5",
    );
    const mark = page.locator("[data-operation=planting]");
    const before = await mark.getAttribute("data-date");
    await mark.focus();
    await page.keyboard.press("PageUp");
    await page.waitForFunction(
      (date) => document.querySelector("[data-operation=planting]")?.getAttribute("data-date") !== date,
      before,
    );
    await page.keyboard.press("Control+z");
    await page.waitForFunction(
      (date) => document.querySelector("[data-operation=planting]")?.getAttribute("data-date") === date,
      before,
    );
    await page.getByText(/, saved$/).waitFor();
    expect(page.troubles).toEqual([]);
    await page.context().close();
  });
});

describe("accessibility", () => {
  for (const colorScheme of ["light", "dark"] as const)
    it(`axe finds nothing on any view, ${colorScheme}`, async () => {
      const page = await signedIn(browser, undefined, { colorScheme, reducedMotion: "reduce" });
      for (const view of ["/fields", "/week", "/settings"]) {
        await page.goto(view);
        await page.waitForLoadState("networkidle");
        expect(await axeFindings(page, colorScheme === "dark"), view).toEqual([]);
      }
      await page.goto("/fields");
      await page.getByRole("link", { name: "Coney Bank" }).click();
      await page.getByRole("heading", { name: "Soil tests" }).waitFor();
      expect(await axeFindings(page, colorScheme === "dark"), "field").toEqual([]);
      await openPlan(page, "Kestrel Bottom");
      for (const [i, sheet] of SHEETS.entries()) {
        await page.keyboard.press(String(i + 1));
        // ribbon, ledger and findings stay as they are from sheet to sheet
        const changing =
          i === 0 ? [] : [`section[aria-label='${SHEET_NAMES[sheet]}']`, "nav[aria-label='Sheets of the plan']"];
        expect(await axeFindings(page, colorScheme === "dark", changing), `plan, sheet ${sheet}`).toEqual([]);
      }
      await page.getByRole("button", { name: "Versions" }).click();
      expect(await axeFindings(page, colorScheme === "dark"), "versions").toEqual([]);
      await page.context().close();
      const out = await browser.newContext({ baseURL: inject("base"), colorScheme });
      const signIn = await out.newPage();
      await signIn.goto("/sign-in");
      expect(await axeFindings(signIn, colorScheme === "dark"), "sign-in").toEqual([]);
      await out.close();
    });

  it("fits the phone: no sideways scrolling, targets large enough", async () => {
    const page = await signedIn(browser, undefined, {
      viewport: { width: 360, height: 780 },
      hasTouch: true,
      isMobile: true,
    });
    for (const view of ["/week", "/fields"]) {
      await page.goto(view);
      await page.waitForLoadState("networkidle");
      expect(await page.evaluate(() => document.documentElement.scrollWidth), view).toBeLessThanOrEqual(360);
    }
    await page.goto("/week");
    const heights = await page
      .getByRole("button", { name: "Log as done" })
      .evaluateAll((nodes) => nodes.map((n) => n.getBoundingClientRect().height));
    expect(Math.min(...heights)).toBeGreaterThanOrEqual(44);
    await page.context().close();
  });
});

describe("roles", () => {
  it("a grower reads the week and card of the own farm and cannot reach plans", async () => {
    const page = await signedIn(browser, "grower@pennick.example");
    await page.waitForURL("**/week");
    await page.locator("[data-due]").first().waitFor();
    expect(await page.getByText("Heron Block").count()).toBe(0);
    await page.goto("/fields");
    await page.waitForURL("**/week");
    const status = await page.evaluate(
      async () =>
        (
          await fetch("/api/plans", {
            method: "POST",
            headers: { "content-type": "application/json" },
            body: JSON.stringify({ fieldId: crypto.randomUUID(), season: 2027, guideId: "wheat" }),
          })
        ).status,
    );
    expect(status).toBe(403);
    await page.context().close();
  });

  it("an assistant drafts but does not issue; nobody signed out gets anything", async () => {
    const page = await signedIn(browser, "noor@castellan.example");
    await openPlan(page, "Coney Bank");
    expect(await page.getByRole("button", { name: /^Issue version/ }).count()).toBe(0);
    const planId = page.url().split("/").at(-1);
    const issue = await page.evaluate(
      async (id) =>
        (
          await fetch(`/api/plans/${id}/issue`, {
            method: "POST",
            headers: { "content-type": "application/json" },
            body: '{"revision":1}',
          })
        ).status,
      planId,
    );
    expect(issue).toBe(403);
    const outside = await fetch(`${inject("base")}/api/plans/${planId}/versions/1/booklet.pdf`);
    expect(outside.status).toBe(401);
    const crossSite = await fetch(`${inject("base")}/api/log`, {
      method: "POST",
      headers: { origin: "http://elsewhere.example", "content-type": "application/json" },
      body: "{}",
    });
    expect(crossSite.status).toBe(403);
    await page.context().close();
  });

  it("refuses a wrong password and keeps what was typed", async () => {
    const context = await browser.newContext({ baseURL: inject("base") });
    const page = await context.newPage();
    await page.goto("/sign-in");
    await page.getByLabel("E-mail").fill("imre@castellan.example");
    await page.getByLabel("Password").fill("not-the-password");
    await page.getByRole("button", { name: "Sign in" }).click();
    await page.getByText("No account has this e-mail and password.").waitFor();
    expect(await page.getByLabel("E-mail").inputValue()).toBe("imre@castellan.example");
    await context.close();
  });
});

describe("nothing typed is lost", () => {
  it("keeps both sides when two people change one plan, and lets one choose", async () => {
    const imre = await signedIn(browser);
    const noor = await signedIn(browser, "noor@castellan.example");
    await openPlan(imre, "Long Ricks");
    await openPlan(noor, "Long Ricks");
    await noor.getByRole("textbox", { name: "Target yield", exact: true }).fill("46");
    await noor.getByText(/, saved$/).waitFor();
    await noor.waitForTimeout(800);
    await imre.getByRole("textbox", { name: "Target yield", exact: true }).fill("41");
    await imre.getByText(/This plan was changed by Noor Haldane/).waitFor();
    await imre.getByText("Both changed target: with mine on top, what stands here is kept.").waitFor();
    expect(await imre.getByRole("textbox", { name: "Target yield", exact: true }).inputValue()).toBe("41");
    await imre.getByRole("button", { name: "Put mine on top" }).click();
    await imre.getByText(/, saved$/).waitFor();
    await noor.reload();
    await noor.waitForSelector("[data-operation=planting]");
    await noor.waitForFunction(
      () => (document.querySelector("[aria-label='Target yield']") as HTMLInputElement).value === "41",
    );
    await imre.context().close();
    await noor.context().close();
  });

  it("keeps what was typed through a lost network and a closed page", async () => {
    const page = await signedIn(browser);
    await openPlan(page, "Long Ricks");
    await page.waitForLoadState("networkidle");
    await page.context().setOffline(true);
    await page.getByRole("textbox", { name: "Target yield", exact: true }).fill("43");
    await page.getByText(/Not saved: The server does not answer/).waitFor();
    await page.context().setOffline(false);
    // sent by itself as soon as the network is back
    await page.getByText(/, saved$/).waitFor();

    // a page that is closed before it could save brings the change back when it opens again
    await page.route("**/api/plans/**", (route) => route.abort());
    await page.getByRole("textbox", { name: "Target yield", exact: true }).fill("39");
    await page.getByText(/Not saved/).waitFor();
    const url = page.url();
    const again = await page.context().newPage();
    await again.goto(url);
    await again.waitForFunction(
      () => (document.querySelector("[aria-label='Target yield']") as HTMLInputElement | null)?.value === "39",
    );
    await again.getByText(/, saved$/).waitFor();
    await page.context().close();
  });

  it("hands on what was typed before the page's scripts ran", async () => {
    // what the device keeps would be there at once
    const page = await signedIn(browser, undefined, { serviceWorkers: "block" });
    await openPlan(page, "Long Ricks");
    const target = page.getByRole("textbox", { name: "Target yield", exact: true });
    const before = await target.inputValue();
    let open = () => {};
    const opened = new Promise<void>((resolve) => {
      open = resolve;
    });
    await page.route("**/_next/static/**/*.js", async (route) => {
      await opened;
      await route.continue();
    });
    await page.reload({ waitUntil: "commit" });
    await target.fill("47");
    const saved = page.waitForResponse(
      (r) => r.url().includes("/api/plans/") && r.request().method() !== "GET" && r.ok(),
    );
    open();
    await saved;
    await page.reload();
    await page.waitForLoadState("networkidle");
    expect(await target.inputValue()).toBe("47");
    await target.fill(before);
    await page.getByText(/, saved$/).waitFor();
    await page.context().close();
  });

  it("keeps a log entry on the device without a network and sends it once when it is back", async () => {
    const page = await signedIn(browser, undefined, { viewport: { width: 390, height: 844 } });
    await page.goto("/week");
    await page.waitForLoadState("networkidle");
    const line = page.locator("[data-due=weed-two]", { hasText: "Heron Block" });
    await page.context().setOffline(true);
    await line.getByRole("button", { name: "Log as done" }).click();
    await page.getByRole("dialog").getByRole("button", { name: "Log", exact: true }).click();
    await page.getByText("1 log entry kept on this device").waitFor();
    await page.context().setOffline(false);
    await page.getByText("1 log entry kept on this device").waitFor({ state: "detached" });
    await page.reload();
    await page.waitForLoadState("networkidle");
    await line.getByText("done 12 Aug").waitFor();
    await line.getByRole("button", { name: "Undo the log" }).click();
    await line.getByRole("button", { name: "Log as done" }).waitFor();
    await page.context().close();
  });
});

describe("a database that is down", () => {
  it("gives a clear page and recovers by itself", async () => {
    const page = await signedIn(browser);
    const database = await startDatabase(path.resolve(import.meta.dirname, "../.local/test-database"), { fast: true });
    database.halt();
    await page.goto("/fields");
    await page.getByRole("heading", { name: "The database does not answer" }).waitFor();
    // also where it is the sign-in that notices first: a device takes anything else for a refusal, and 401 for signed out
    const asked = await page.evaluate(async () => {
      const post = (path: string, body: object) =>
        fetch(path, { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify(body) });
      const answers = [
        await fetch("/api/health"),
        await fetch("/api/fields"),
        await post("/api/log", {}),
        await post("/api/auth/sign-in/email", { email: "imre@castellan.example", password: "harvest-by-figures" }),
      ];
      return Promise.all(
        answers.map(async (a) => ({
          status: a.status,
          later: a.headers.get("retry-after"),
          said: (await a.json()).error,
        })),
      );
    });
    for (const answer of asked)
      expect(answer).toEqual({
        status: 503,
        later: expect.stringMatching(/^\d+$/),
        said: expect.stringContaining("What you typed is kept here and will be sent again"),
      });
    await database.resume();
    await page.getByRole("heading", { name: "Fields" }).waitFor({ timeout: 60_000 });
    await page.context().close();
  });
});
