/** In a field without a network: the week opens from what the device keeps, a visit with its photo is counted, and goes when the network is back. */

import type pg from "pg";
import type { Browser, Page } from "playwright-core";
import { expect, inject, it } from "vitest";
import type { Access } from "@/server/access/access";
import { keepPhoto, loadPhoto } from "@/server/field-notes/scouting";
import { inPractice } from "@/server/storage/db";
import { signedInPage } from "../scripts/app-under-test";
import { axeFindings } from "./support/browser";
import { MADE_PASSWORD } from "./support/made-practice";
import { onScene } from "./support/scene";

const PRACTICE = "Farfield";
/** One red point. */
const PNG = Buffer.from(
  "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8DwHwAFBQIAX8jx0gAAAABJRU5ErkJggg==",
  "base64",
);
let owner: Access;
let other: Access;
let admin: pg.Client;
let browser: Browser;
let page: Page;

onScene(PRACTICE, async (scene) => {
  ({ owner, other, admin, browser } = scene);
  page = await signedInPage(browser, inject("base"), "owner@farfield.example", {
    viewport: { width: 390, height: 844 },
  });
});

/** Whether a page is kept for whoever is here. */
const kept = (path: string) =>
  page.evaluate(async (wanted) => {
    const who = document.querySelector<HTMLMetaElement>('meta[name="wheatonomy-for"]')?.content ?? "";
    const url = new URL(wanted, location.origin);
    url.searchParams.set("kept-for", who);
    return Boolean(await (await caches.open("wheatonomy-views")).match(url.href, { ignoreVary: true }));
  }, path);

const photos = async () =>
  (
    await admin.query<{ id: string; threat: string; bytes: number }>(
      `select p.id, v.threat_id as threat, octet_length(p.jpeg) as bytes from scout_photo p
       join scout_visit v on v.practice_id = p.practice_id and v.id = p.visit_id where p.practice_id = $1`,
      [owner.practiceId],
    )
  ).rows;

it("the week opens without a network once it was there, and what is counted waits on the device", async () => {
  await page.goto("/week?from=2026-09-07");
  // what is needed without a network is fetched once the page is at rest
  await page.waitForFunction(async () => (await navigator.serviceWorker.ready).active?.state === "activated");
  await expect.poll(() => kept("/week"), { timeout: 30_000 }).toBe(true);
  await page.goto("/week?from=2026-09-07");
  await page.waitForTimeout(5000);
  await page.context().setOffline(true);
  await page.reload();
  const line = page.getByRole("listitem").filter({ hasText: "Heron Block" }).filter({ hasText: "neck blast" }).first();
  await line.getByRole("button", { name: "Count" }).click();
  const dialog = page.getByRole("dialog");
  const place = async (count: string) => {
    await dialog.getByRole("button", { name: count, exact: true }).click();
    await dialog.getByRole("button", { name: "Next place" }).click();
  };
  // one walk, two threats: each keeps what was counted of it
  await dialog.getByLabel("What is counted").selectOption("blast");
  for (const count of ["2", "4"]) await place(count);
  await dialog.getByLabel("What is counted").selectOption("brown-planthopper");
  for (const count of ["7", "0", "5"]) await place(count);
  await dialog.getByText("3 places, mean 4.0").waitFor();
  await dialog.getByLabel("What is counted").selectOption("blast");
  await dialog.getByText("2 places, mean 3.0").waitFor();
  await dialog
    .getByLabel("Photo", { exact: true })
    .setInputFiles({ name: "leaf.png", mimeType: "image/png", buffer: PNG });
  await dialog.getByRole("button", { name: "Leave out photo 1" }).waitFor();
  await dialog.getByLabel("Note").fill("worst by the inlet");
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await dialog.getByRole("button", { name: "Keep these counts" }).click();
  await dialog.getByText(/Kept on this device for Heron Block/).waitFor();
  await dialog.getByRole("button", { name: "Close" }).first().click();
  await page.getByText("3 log entries kept on this device").waitFor();
  expect(await photos()).toEqual([]);
  // the week that was not asked for opens too
  await page.goto("/week");
  await page.getByRole("heading", { name: /^Week of/ }).waitFor();
});

it("goes once, in its order, when the network is back", async () => {
  await page.context().setOffline(false);
  await page.evaluate(() => window.dispatchEvent(new Event("online")));
  await expect.poll(async () => (await photos()).length, { timeout: 40_000 }).toBe(1);
  const { rows: visits } = await admin.query(
    "select threat_id, counts, note from scout_visit where practice_id = $1 order by threat_id",
    [owner.practiceId],
  );
  const added = visits.filter((v) => v.note === "worst by the inlet");
  expect(added.map((v) => [v.threat_id, v.counts])).toEqual([
    ["blast", [2, 4]],
    ["brown-planthopper", [7, 0, 5]],
  ]);
  const [photo] = await photos();
  expect(photo?.threat).toBe("blast");
  const answer = await page.request.get(`${inject("base")}/api/scouting/photos/${photo?.id}`);
  expect(answer.headers()["content-type"]).toBe("image/jpeg");
  const bytes = await answer.body();
  expect([bytes[0], bytes[1], bytes.includes("Exif")]).toEqual([0xff, 0xd8, false]);
  // for this practice alone; and nothing but pictures is kept
  await expect(inPractice(other, (c) => loadPhoto(c, other, photo?.id ?? ""))).rejects.toThrow("no such photo");
  const { rows } = await admin.query("select id from scout_visit where practice_id = $1 limit 1", [owner.practiceId]);
  const text = Buffer.from(
    "<html>not a picture at all, though it is long enough to pass for one by its length</html>".repeat(2),
  );
  await expect(
    inPractice(owner, (c) =>
      keepPhoto(c, owner, { id: crypto.randomUUID(), visitId: rows[0].id, jpeg: text.toString("base64") }),
    ),
  ).rejects.toThrow("no JPEG");
});

it("every page that was opened opens again with what was logged, for whoever opened it", async () => {
  await page.goto("/week");
  await page.waitForTimeout(4000);
  // reached by a link, not loaded whole
  await page.getByRole("link", { name: "Spray record" }).click();
  await page.getByRole("heading", { name: "Spray record" }).waitFor();
  await expect.poll(() => kept("/treatments"), { timeout: 30_000 }).toBe(true);
  await page.goto("/week");
  await expect.poll(() => kept("/week"), { timeout: 30_000 }).toBe(true);
  await page.waitForTimeout(4000);
  await page.context().setOffline(true);
  const line = page
    .getByRole("listitem")
    .filter({ has: page.getByRole("button", { name: "Log as done" }) })
    .first();
  const job = ((await line.locator("b").first().textContent()) ?? "").trim();
  const field = ((await line.getByRole("link").first().textContent()) ?? "").trim();
  const own = () => page.getByRole("listitem").filter({ hasText: field }).filter({ hasText: job }).first();
  await own().getByRole("button", { name: "Log as done" }).click();
  await page.getByRole("dialog").getByRole("button", { name: /^Log/ }).click();
  await own()
    .getByText(/done \d/)
    .waitFor();
  // a reload has the page of before, and what was logged since
  await page.reload();
  await own()
    .getByText(/done \d/)
    .waitFor();
  await page.goto("/treatments");
  await page.getByRole("heading", { name: "Spray record" }).waitFor();
  // what was never opened is said in a page of our own, with what opens
  await page.goto("/season/stores");
  await page.getByRole("heading", { name: "This page is not on this device" }).waitFor();
  expect(await axeFindings(page)).toEqual([]);
  await page
    .getByRole("link", { name: /Spray record/ })
    .first()
    .click();
  await page.getByRole("heading", { name: "Spray record" }).waitFor();
  await page.context().setOffline(false);
  await page.goto("/week");
  await expect
    .poll(async () => (await page.getByText(/kept on this device/).count()) === 0, { timeout: 40_000 })
    .toBe(true);
  // somebody else in the same browser is shown none of it
  const whose = await page.evaluate(
    () => document.querySelector<HTMLMetaElement>('meta[name="wheatonomy-for"]')?.content,
  );
  expect(whose).toMatch(/^[0-9a-f]{24}$/);
});

it("what is kept locks when a session ends by itself, and opens when its person is back; another one sees none", async () => {
  await page.goto("/week");
  await page.getByRole("heading", { name: /^Week of/ }).waitFor();
  await page.evaluate(() => localStorage.setItem("wheatonomy.plan.x", "typed and not saved"));
  await admin.query(`delete from session where "userId" = $1`, [owner.userId]);
  await page.goto("/fields");
  await page.waitForURL(/sign-in/);
  await page.getByText("They are locked").waitFor();
  await page.context().setOffline(true);
  await page.goto("/week");
  await page.getByText("nobody is signed in on this device").waitFor();
  expect(await page.getByRole("heading", { name: /^Week of/ }).count()).toBe(0);
  expect(await page.getByRole("link", { name: /Week/ }).count()).toBe(0);
  const signIn = async (email: string) => {
    await page.context().setOffline(false);
    await page.goto("/sign-in");
    await page.getByLabel("E-mail").fill(email);
    await page.getByLabel("Password").fill(MADE_PASSWORD);
    await page.getByRole("button", { name: "Sign in", exact: true }).click();
    await page.waitForURL((url) => !url.pathname.startsWith("/sign-in"));
  };
  // somebody else keeps pages of their own, and is shown none of hers
  await signIn("assistant@farfield.example");
  await page.goto("/fields");
  await page.context().setOffline(true);
  await page.goto("/treatments");
  await page.getByRole("heading", { name: "This page is not on this device" }).waitFor();
  expect(await page.getByRole("link", { name: /Spray record/ }).count()).toBe(0);
  await signIn("owner@farfield.example");
  await page.goto("/fields");
  await page.context().setOffline(true);
  await page.goto("/treatments");
  await page.getByRole("heading", { name: "Spray record" }).waitFor();
  await page.context().setOffline(false);
});

it("a device is emptied by whoever has it in hand", async () => {
  await admin.query(`delete from session where "userId" = $1`, [owner.userId]);
  await page.goto("/fields");
  await page.waitForURL(/sign-in/);
  await page.getByRole("button", { name: "Empty this device" }).click();
  await page.getByRole("button", { name: /^Empty it/ }).click();
  await page.getByText("They are locked").waitFor({ state: "detached" });
  const left = () =>
    page.evaluate(async () => ({
      views: await caches.has("wheatonomy-views"),
      typed: Object.keys(localStorage),
      stores: await Promise.all(
        (await indexedDB.databases()).map(
          ({ name }) =>
            new Promise<string>((resolve) => {
              const opened = indexedDB.open(name as string);
              opened.onsuccess = async () => {
                const db = opened.result;
                const all = [...db.objectStoreNames].map(
                  (store) =>
                    new Promise<unknown>((done) => {
                      const got = db.transaction(store).objectStore(store).getAll();
                      got.onsuccess = () => done(got.result);
                    }),
                );
                resolve(JSON.stringify(await Promise.all(all)));
                db.close();
              };
            }),
        ),
      ),
    }));
  const empty = await left();
  expect([empty.views, empty.typed]).toEqual([false, []]);
  // scripts that everybody has may be noted again; nothing that somebody wrote, and no page that was opened
  expect(empty.stores.join()).not.toMatch(/week|fields|plans|entry/);
  page = await signedInPage(browser, inject("base"), "owner@farfield.example", {
    viewport: { width: 390, height: 844 },
  });
});

it("pages are gone from the device when somebody signs out", async () => {
  await page.goto("/week");
  await page.getByRole("heading", { name: /^Week of/ }).waitFor();
  await page.waitForTimeout(4000);
  expect(await page.evaluate(() => caches.has("wheatonomy-views"))).toBe(true);
  await page.keyboard.press("Control+k");
  await page.getByPlaceholder(/./).first().fill("Sign out");
  await page.getByRole("option", { name: "Sign out" }).click();
  await page.waitForURL("**/sign-in");
  expect(await page.evaluate(() => caches.has("wheatonomy-views"))).toBe(false);
});
