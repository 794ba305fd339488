/** Weather, stages, windows, the season and the week across fields, as a user meets them in the browser. */

import { mkdtempSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import ICAL from "ical.js";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { axeFindings, launch, openPlan, signedIn } from "./support/browser";

let browser: Browser;
let page: Page & { troubles: string[] };
const folder = mkdtempSync(path.join(os.tmpdir(), "wheatonomy-"));
const base = inject("base");

beforeAll(async () => {
  browser = await launch();
  page = await signedIn(browser, undefined, { viewport: { width: 1280, height: 1500 }, reducedMotion: "reduce" });
});
afterAll(() => browser.close());

const file = (name: string, content: string | Uint8Array) => {
  const at = path.join(folder, name);
  writeFileSync(at, content);
  return at;
};

/** Thirty days of July 2026 as a file with other columns, decimal commas and day-first dates. */
const JULY = Array.from(
  { length: 30 },
  (_, i) =>
    `${String(i + 1).padStart(2, "0")}.07.2026;${24 + (i % 5)},5;${12 + (i % 3)},1;${i % 4 === 0 ? "3,2" : "0"}`,
);
const july = (lines: string[]) => `Day;Tmax C;Tmin C;Rain mm\n${lines.join("\n")}\n`;

describe("a weather station", () => {
  const take = () => page.getByRole("button", { name: "Take the days in" }).click();
  const choose = async (at: string) => {
    await page.setInputFiles("input[type=file]", at);
  };
  const problems = () => page.getByRole("region", { name: "Measured weather" }).getByRole("alert");

  it("shows its year: frost, rains, and the same figures as a table", async () => {
    await page.goto("/stations");
    await page.getByRole("link", { name: "Nuvela Lock" }).click();
    const rains = page.getByRole("region", { name: "Frost and rains" });
    await rains.getByText(/^\d+ (May|Jun) \(\d+ \w+ to \d+ \w+\)$/).waitFor();
    await rains.getByText(/in \d+ of 100 seasons/).waitFor();
    await page.getByText("The same as a table").click();
    // 36 dekads and a head
    expect(await page.getByRole("region", { name: "The year" }).getByRole("row").count()).toBe(37);
    await page.goto("/stations");
    await page.getByRole("link", { name: "Corvane Weir" }).click();
    await page.getByText("rain falls the year round").waitFor();
    await page.getByRole("region", { name: "The year" }).locator("svg text").first().waitFor();
  });

  it("refuses a file in another encoding with the line of the bad byte", async () => {
    const latin = Buffer.from(july(JULY).replace("Tmax C", "Tmax °C"), "latin1");
    await choose(file("latin.csv", latin));
    await problems().getByText("line 1 holds the byte B0").waitFor();
  });

  it("lists every bad row with its line and takes nothing in", async () => {
    const bad = [...JULY];
    bad[2] = "03.07.2026;8,5;14,1;0"; // minimum over maximum, line 4
    bad[4] = "05.07.2026;28,5;13,1;-3,2"; // negative rain, line 6
    bad[9] = "09.07.2026;28,5;13,1;0"; // the 9th twice, the 10th missing, line 11
    await choose(file("bad.csv", july(bad)));
    await take();
    for (const text of [
      "The minimum (14,1) is over the maximum (8,5). If this is so on many lines, the two columns are swapped.",
      "Rain of -3,2 is negative.",
      "2026-07-09 stands twice: in line 10 and here.",
      "1 day is missing before this line: 10 Jul 2026.",
    ])
      await problems().getByText(text).waitFor();
    expect(
      await problems()
        .getByText(/^Line (4|6|11|12):/)
        .count(),
    ).toBe(4);
    await page.getByText("None yet: every day shown of this station is simulated.").waitFor();
  });

  it("takes a sound file in whole, changes nothing the second time, and asks before replacing", async () => {
    await choose(file("july.csv", july(JULY)));
    await page.getByText("30 lines under the header").waitFor();
    await take();
    await page.getByText("30 days from 1 Jul 2026 to 30 Jul 2026: 30 new, 0 replaced, 0 as they were.").waitFor();
    await page.getByText("30 days, 1 Jul 2026 to 30 Jul 2026. Days beyond are simulated.").waitFor();
    await choose(file("july.csv", july(JULY)));
    await take();
    await page.getByText("0 new, 0 replaced, 30 as they were.").waitFor();
    const changed = [...JULY];
    changed[0] = "01.07.2026;20,0;12,1;3,2";
    await choose(file("changed.csv", july(changed)));
    await take();
    await problems().getByText("1 of the days stand already with other values, the first on 2026-07-01.").waitFor();
    await page.getByLabel("replace days that differ").check();
    await take();
    await page.getByText("0 new, 1 replaced, 29 as they were.").waitFor();
  });
});

describe("the sowing window of a plan", () => {
  it("opens by key, recommends, says what limits, and checks the target", async () => {
    await openPlan(page, "Alder Carr");
    const ledger = page.getByRole("region", { name: "Ledger" });
    await ledger.getByRole("button", { name: /^\d+ % of 100 simulated seasons/ }).waitFor();
    await page.keyboard.press("w");
    const window = page.getByRole("region", { name: "Sowing window and target" });
    await window.getByText(/^Recommended: /).waitFor();
    expect(await window.getByRole("row", { name: /(Feb|Mar|Apr)/ }).count()).toBeGreaterThan(6);
    await window
      .getByRole("button", { name: /Lost when sown on/ })
      .first()
      .click();
    await page.getByRole("dialog").getByText("What waiting gains stands under early").waitFor();
    await page.keyboard.press("Escape");
    await window.getByText("Potential: light and warmth").waitFor();
    await window.getByText(/The weakest is |All components can be expected/).waitFor();
    await window.getByText("Customary windows in this zone").waitFor();
    // facultative wheat has two windows and a dead period between
    await window.getByText(/; not 11 Nov to 14 Feb; /).waitFor();
  });

  it("plans another date, says what moved with it, and takes it back", async () => {
    const window = page.getByRole("region", { name: "Sowing window and target" });
    const before = await page.locator("[data-operation=planting]").getAttribute("data-date");
    const plan = window.getByRole("button", { name: /^Plan for/ }).last();
    await plan.click();
    await page.getByText(/dates moved because .* was set for/).waitFor();
    expect(await page.locator("[data-operation=planting]").getAttribute("data-date")).not.toBe(before);
    await page.keyboard.press("Control+z");
    await expect
      .poll(() => page.locator("[data-operation=planting]").getAttribute("data-date"), { timeout: 15_000 })
      .toBe(before);
  });

  it("prices what to do when the window is missed", async () => {
    const back = page.getByRole("region", { name: "Alternatives" });
    await back.getByRole("row", { name: /Spring wheat, later and thicker/ }).waitFor();
    expect(await back.textContent()).not.toMatch(/[⟦⟧]/);
    await back
      .getByRole("row", { name: /potato/ })
      .first()
      .waitFor();
    await back.getByLabel("Sowing delayed until", { exact: true }).fill("2026-08-01");
    await back.getByText("Sowing delayed until: 1 Aug 2026 given, allowed is a date from 12 Aug 2026 on").waitFor();
    await page.getByRole("button", { name: "Close", exact: true }).click();
    await page.getByRole("region", { name: "Sowing window and target" }).waitFor({ state: "detached" });
  });

  it("gives a higher target a smaller chance", async () => {
    const chance = async () =>
      Number.parseInt(
        (await page
          .getByRole("region", { name: "Ledger" })
          .getByRole("button", { name: /simulated seasons/ })
          .textContent()) ?? "",
        10,
      );
    await page.getByLabel("Target yield", { exact: true }).fill("3.5");
    await expect.poll(chance, { timeout: 20_000 }).toBeGreaterThan(20);
    await page.getByLabel("Target yield", { exact: true }).fill("7.4");
    await expect.poll(chance, { timeout: 20_000 }).toBeLessThan(5);
    await page.keyboard.press("Control+z");
    expect(page.troubles).toEqual([]);
  });

  it("shows the rains and the share that may be sown dry ahead of them on a rain-fed field", async () => {
    await openPlan(page, "Weavers Plot");
    await page.keyboard.press("w");
    await page.getByText(/^Onset about \d+ (May|Jun)/).waitFor();
    expect(await page.getByRole("row", { name: /% .* %/ }).count()).toBeGreaterThan(4);
    await page.getByText("share such that no more than 10 % of the field is lost").waitFor();
    await page.keyboard.press("w");
  });
});

describe("a stage seen in the field", () => {
  const stage = (id: string) => page.locator(`[data-stage=${id}]`);
  const seeTillering = async (on: string) => {
    await stage("tillering").focus();
    await page.keyboard.press("Enter");
    await page.getByLabel("Seen on", { exact: true }).fill(on);
    await page.getByRole("button", { name: /Record it as seen|Correct the date/ }).click();
  };
  it("moves all that comes after, leaves the past, and can be taken back", async () => {
    await openPlan(page, "Heron Block");
    const panicle = await stage("panicle").getAttribute("data-date");
    const recovered = await stage("recovered").getAttribute("data-date");
    await seeTillering("2026-08-20");
    await page.getByText("Seen on: 2026-08-20 given, allowed is a date up to today (2026-08-12).").waitFor();
    await page.keyboard.press("Escape");
    await seeTillering("2026-08-10");
    await page.getByText(/dates moved because tillering was seen on 10 Aug/).waitFor();
    // from tillering at 330 to panicle start at 720 degree days: 390 at some 17 a day above 10 C, about 23 days
    const moved = (await stage("panicle").getAttribute("data-date")) as string;
    expect(moved > "2026-08-29" && moved < "2026-09-06").toBe(true);
    expect(await stage("recovered").getAttribute("data-date")).toBe(recovered);
    expect(await stage("tillering").getAttribute("aria-label")).toContain("seen 10 Aug");
    await stage("tillering").focus();
    await page.keyboard.press("Enter");
    await page.getByRole("button", { name: "Undo this date" }).click();
    await expect.poll(() => stage("panicle").getAttribute("data-date")).toBe(panicle);
  });

  it("refuses stages out of order, before planting, and of another practice's plan", async () => {
    const planId = page.url().split("/").at(-1);
    const send = async (stageId: string, seenOn: string, plan = planId) => {
      const response = await page.request.post("/api/stages", {
        data: { id: crypto.randomUUID(), planId: plan, stageId, seenOn, note: "" },
        headers: { origin: base },
      });
      return [response.status(), ((await response.json()) as { error?: string }).error ?? ""] as const;
    };
    expect(await send("tillering", "2026-08-01")).toEqual([200, ""]);
    expect((await send("recovered", "2026-08-05"))[1]).toContain('but "tillering" was seen on 2026-08-01');
    expect((await send("recovered", "2026-07-01"))[1]).toContain("allowed is after planting (2026-07-09)");
    expect((await send("harvested", "2026-08-05"))[1]).toContain('"harvested" given, allowed is one of');
    expect((await send("tillering", "2026-08-01", crypto.randomUUID()))[0]).toBe(404);
    await page.request.delete(`/api/stages?planId=${planId}&stageId=tillering`, { headers: { origin: base } });
  });
});

describe("the season page", () => {
  it("stacks the fields, finds them by word, and groups them", async () => {
    await page.goto("/season");
    const list = page.getByRole("region", { name: "Fields of the season" });
    await list.getByRole("link", { name: /^Coney Bank, Winter wheat, sown/ }).waitFor();
    await page.getByText(/^22 of 22 fields/).waitFor();
    await page.getByPlaceholder("field, farm, crop").fill("spring wheat");
    await page.getByText(/^1 of 22 fields/).waitFor();
    await page.getByPlaceholder("field, farm, crop").fill("");
    await page.getByLabel("Grouped by").click();
    await page.getByRole("option", { name: "crop" }).click();
    // only the rows in view are drawn: the last crops are there when one scrolls to them
    await list.hover();
    await page.mouse.wheel(0, 5000);
    await list.getByText("Wet-season hybrid rice").first().waitFor();
  });

  it("offers moves for overbooked weeks; accepting one moves the plan's date", async () => {
    await page.goto("/season");
    const over = page.getByRole("region", { name: "Overbooked weeks" });
    await over.getByText(/overbooked weeks?$/).waitFor();
    if (!(await over.getByRole("listitem").first().isVisible())) await over.locator("summary").click();
    const first = over.getByRole("listitem").filter({ hasText: "Sluice Piece" }).first();
    const text = (await first.textContent()) ?? "";
    const to = / to (\d+ \w+)/.exec(text)?.[1];
    const name = text.split(",")[0] as string;
    await first.getByRole("button", { name: /^Accept/ }).click();
    await page.getByText("One date moved.").waitFor();
    await openPlan(page, "Sluice Piece");
    const mark = page.getByRole("button", { name: new RegExp(`: ${name}, ${to?.split(" ")[0]} `) });
    await mark.first().waitFor();
  });
});

describe("the week across fields", () => {
  it("shows a simulated outlook with fit hours, and says so", async () => {
    await page.goto("/week");
    const outlook = page.getByRole("region", { name: "Outlook" });
    await outlook.getByText("simulated", { exact: true }).waitFor();
    expect(await outlook.getByRole("columnheader").count()).toBe(8);
    for (const job of ["drilling", "spreading", "spraying", "harvesting"])
      await outlook.getByRole("row", { name: new RegExp(`^${job}`) }).waitFor();
  });

  const potash = () => page.locator("[data-due]", { hasText: "Phosphate and potash" }).filter({ hasText: "Brickkiln" });

  it("moves an operation by dragging it to another day", async () => {
    await page.goto("/week?from=2026-09-21");
    // what is dragged before the page listens stays where it is
    await page.waitForLoadState("networkidle");
    const grip = await potash().locator("[data-grip]").boundingBox();
    const target = await page.locator("[data-day='2026-09-26']").boundingBox();
    if (!grip || !target) throw new Error("nothing to drag");
    await page.mouse.move(grip.x + 10, grip.y + 10);
    await page.mouse.down();
    await page.mouse.move(grip.x + 10, grip.y + 60, { steps: 4 });
    await page.mouse.move(target.x + 200, target.y + 12, { steps: 8 });
    await page.mouse.up();
    await page.getByText("Phosphate and potash, Brickkiln: now on 26 Sep.").waitFor();
    await page.locator("[data-day='2026-09-26']", { hasText: "Brickkiln" }).waitFor();
  });

  it("refuses a day outside of the window with what is allowed, and moves without a pointer", async () => {
    const move = async (date: string) => {
      await page.getByRole("button", { name: "Move Phosphate and potash, Brickkiln" }).click();
      await page.getByRole("dialog").getByLabel("To", { exact: true }).fill(date);
      await page.getByRole("dialog").getByRole("button", { name: "Move" }).click();
      await page.keyboard.press("Escape");
    };
    await move("2026-10-25");
    await page.getByText("Phosphate and potash: 25 Oct given, allowed is 21 Aug to 19 Oct.").waitFor();
    await move("2026-09-25");
    await page.getByText("Phosphate and potash, Brickkiln: now on 25 Sep.").waitFor();
    await page.goto("/week");
  });

  it("looks into later weeks", async () => {
    await page.getByRole("button", { name: "Later" }).click();
    await page.waitForURL(/from=2026-08-17/);
    await page.getByRole("heading", { name: "Week of 17 Aug to 23 Aug 2026" }).waitFor();
    await page.getByRole("button", { name: "This week" }).click();
    await page.getByRole("heading", { name: "Week of 10 Aug to 16 Aug 2026" }).waitFor();
  });

  it("gives a secret calendar address that follows moved dates, and ends it", async () => {
    await page.getByRole("button", { name: "Calendar address" }).click();
    await page.getByLabel("Name").fill("Van");
    await page.getByRole("button", { name: "Make an address" }).click();
    const address = ((await page.locator("[data-feed-address]").textContent()) ?? "").trim();
    expect(address).toMatch(/\/api\/calendar\/[A-Za-z0-9_-]{32}\.ics$/);
    const read = await fetch(address);
    expect(read.headers.get("content-type")).toContain("text/calendar");
    const events = new ICAL.Component(ICAL.parse(await read.text())).getAllSubcomponents("vevent");
    const moved = events.find((e) => String(e.getFirstPropertyValue("summary")) === "Phosphate and potash, Brickkiln");
    expect(String(moved?.getFirstPropertyValue("dtstart"))).toBe("2026-09-25");
    expect(events.some((e) => String(e.getFirstPropertyValue("summary")).includes("Heron Block"))).toBe(true);
    // one letter off is nobody's
    const letter = address.at(-5) === "A" ? "B" : "A";
    expect((await fetch(`${address.slice(0, -5)}${letter}.ics`)).status).toBe(404);
    await page.getByRole("button", { name: "End it Van" }).click();
    await page.getByText("None yet.").waitFor();
    expect((await fetch(address)).status).toBe(404);
    await page.keyboard.press("Escape");
  });

  it("keeps a grower's calendar to the own farm, and growers out of season and stations", async () => {
    const grower = await signedIn(browser, "grower@pennick.example");
    for (const view of ["/season", "/stations"]) {
      await grower.goto(view);
      await grower.waitForURL("**/week");
    }
    const made = await grower.request.post("/api/feeds", { data: { name: "Farm" }, headers: { origin: base } });
    const { path: feed } = (await made.json()) as { path: string };
    const text = await (await fetch(base + feed)).text();
    expect(text).toContain("Withy Bed");
    expect(text).not.toContain("Heron Block");
    const moved = await grower.request.post("/api/moves", {
      data: { moves: [{ planId: crypto.randomUUID(), operationId: "disc", date: "2026-08-14" }] },
      headers: { origin: base },
    });
    expect(moved.status()).toBe(403);
    await grower.context().close();
  });
});

describe("accessibility of the views of time", () => {
  for (const colorScheme of ["light", "dark"] as const)
    it(`axe finds nothing, ${colorScheme}`, async () => {
      const own = await signedIn(browser, undefined, { colorScheme, reducedMotion: "reduce" });
      await own.goto("/season");
      await own.getByText(/^22 of 22 fields/).waitFor();
      expect(await axeFindings(own, colorScheme === "dark"), "season").toEqual([]);
      await own.goto("/stations");
      await own.waitForLoadState("networkidle");
      expect(await axeFindings(own, colorScheme === "dark"), "stations").toEqual([]);
      await own.getByRole("link", { name: "Corvane Weir" }).click();
      await own.getByRole("region", { name: "The year" }).locator("svg").first().waitFor();
      expect(await axeFindings(own, colorScheme === "dark"), "station").toEqual([]);
      await openPlan(own, "Coney Bank");
      await own.keyboard.press("w");
      await own.getByText(/^Recommended: /).waitFor();
      await own.getByRole("row", { name: /later and thicker/ }).waitFor();
      expect(await axeFindings(own, colorScheme === "dark"), "window").toEqual([]);
      await own.locator("[data-stage=first-node]").focus();
      await own.keyboard.press("Enter");
      await own.getByText("Log the planting first").waitFor();
      expect(await axeFindings(own, colorScheme === "dark"), "stage").toEqual([]);
      expect(own.troubles).toEqual([]);
      await own.context().close();
    });

  it("fits the phone", async () => {
    const phone = await signedIn(browser, undefined, {
      viewport: { width: 360, height: 780 },
      hasTouch: true,
      isMobile: true,
    });
    for (const view of ["/season", "/stations", "/week"]) {
      await phone.goto(view);
      await phone.waitForLoadState("networkidle");
      expect(await phone.evaluate(() => document.documentElement.scrollWidth), view).toBeLessThanOrEqual(360);
    }
    await phone.context().close();
  });
});
