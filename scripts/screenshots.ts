/**
 * Renews the pictures in docs/screenshots/ from the demo data: npm run screenshots. Needs a build (./start makes one);
 * works on a database of its own, so the pictures do not depend on what was tried out before.
 */

import { execFileSync } from "node:child_process";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import type { Page } from "playwright-core";
import { launchChromium, openPlan, signedInPage, startApp } from "./app-under-test";

const root = path.resolve(import.meta.dirname, "..");
process.chdir(root);
const app = await startApp(path.join(root, ".local/screenshot-database"));
const browser = await launchChromium();

const signedIn = (width: number, height: number, colorScheme: "light" | "dark" = "light") =>
  signedInPage(browser, app.base, undefined, { viewport: { width, height }, colorScheme, reducedMotion: "reduce" });

async function plan(page: Page, field: string, sheet: string): Promise<void> {
  await openPlan(page, field);
  await page.keyboard.press(sheet);
  await page.mouse.move(0, 0);
}
async function shoot(page: Page, name: string): Promise<void> {
  await page.waitForLoadState("networkidle");
  await page.waitForTimeout(400);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
}

try {
  const desk = await signedIn(1280, 800);
  await shoot(desk, "fields");
  await desk.getByRole("link", { name: "Coney Bank" }).click();
  await desk.getByRole("heading", { name: "Soil tests" }).waitFor();
  await shoot(desk, "field");
  await desk.goto("/fields");
  await plan(desk, "Long Ricks", "6");
  await shoot(desk, "plan-protect");
  await plan(desk, "Coney Bank", "4");
  await shoot(desk, "plan-feed");
  const feed = desk.getByRole("region", { name: "Feed", exact: true });
  await feed.getByRole("button", { name: /^Nitrogen to apply/ }).click();
  await shoot(desk, "plan-working");
  await plan(desk, "Kestrel Bottom", "1");
  await shoot(desk, "plan-conflict");
  await plan(desk, "Cistern Terrace", "5");
  await shoot(desk, "plan-water");
  await desk.goto("/week");
  await shoot(desk, "week");
  await desk.goto("/season");
  await desk.getByText(/^\d+ of \d+ fields/).waitFor();
  await shoot(desk, "season");
  await desk.goto("/stations");
  await desk.getByRole("link", { name: "Corvane Weir" }).click();
  await desk.getByRole("region", { name: "The year" }).locator("svg text").first().waitFor();
  await shoot(desk, "station");
  await desk.setViewportSize({ width: 1280, height: 1240 });
  await openPlan(desk, "Coney Bank");
  await desk.keyboard.press("w");
  await desk.getByRole("row", { name: /later and thicker/ }).waitFor();
  await shoot(desk, "plan-window");
  await desk.setViewportSize({ width: 1280, height: 800 });
  await desk.setViewportSize({ width: 1280, height: 1240 });
  await plan(desk, "Coney Bank", "7");
  await desk.getByText(/Start harvest on/).waitFor();
  await shoot(desk, "plan-harvest");
  await desk.setViewportSize({ width: 1280, height: 800 });
  await desk.goto("/season/stores");
  await shoot(desk, "stores");
  await desk.goto("/season/harvest?season=2027");
  await desk.getByText("the best of all orders").first().waitFor();
  await shoot(desk, "harvest-order");
  await plan(desk, "Vetch Ground", "3");
  await shoot(desk, "plan-mixture");
  await plan(desk, "Withy Bed", "1");
  const planId = desk.url().split("/").at(-1);
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), "pictures-"));
  for (const file of ["booklet", "card"]) {
    const response = await desk.request.get(`/api/plans/${planId}/versions/1/${file}.pdf`);
    const pdf = path.join(folder, `${file}.pdf`);
    fs.writeFileSync(pdf, await response.body());
    execFileSync("pdftoppm", ["-r", "80", "-png", "-l", "1", "-singlefile", pdf, `docs/screenshots/${file}`]);
  }
  const night = await signedIn(1280, 800, "dark");
  await plan(night, "Heron Block", "5");
  await shoot(night, "plan-rice-dark");
  const phone = await signedIn(390, 844);
  await phone.goto("/week");
  await shoot(phone, "week-phone");
} finally {
  await browser.close();
  await app.stop();
}
