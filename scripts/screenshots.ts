/**
 * Renews the pictures in docs/screenshots/ from the demo data: npm run screenshots. Needs a build (./start makes one);
 * works on a database of its own that it makes anew, so the pictures do not depend on what was tried out before.
 */

import { execFileSync, spawn } from "node:child_process";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { chromium, type Page } from "playwright-core";
import { freePort, startDatabase } from "./local-database.mjs";

const root = path.resolve(import.meta.dirname, "..");
process.chdir(root);
const home = path.join(root, ".local/screenshot-database");
fs.rmSync(home, { recursive: true, force: true });
const database = await startDatabase(home, { fast: true });
const port = await freePort();
const base = `http://127.0.0.1:${port}`;
const env = {
  ...process.env,
  DATABASE_URL: database.url,
  MIGRATION_DATABASE_URL: database.ownerUrl,
  BETTER_AUTH_URL: base,
  BETTER_AUTH_SECRET: "pictures-Pictures-1234-pictures-5678",
  NODE_ENV: "production" as const,
};
execFileSync("node_modules/.bin/tsx", ["scripts/prepare-database.ts"], { env, stdio: "pipe" });
const server = spawn(
  process.execPath,
  ["node_modules/next/dist/bin/next", "start", "-H", "127.0.0.1", "-p", String(port)],
  { env, stdio: ["ignore", "pipe", "inherit"] },
);
await new Promise<void>((resolve) => server.stdout.on("data", (chunk) => String(chunk).includes("Ready") && resolve()));
const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
  ],
});

async function signedIn(width: number, height: number, colorScheme: "light" | "dark" = "light"): Promise<Page> {
  const page = await (
    await browser.newContext({ viewport: { width, height }, colorScheme, baseURL: base, reducedMotion: "reduce" })
  ).newPage();
  await page.goto("/sign-in");
  await page.getByLabel("E-mail").fill("imre@castellan.example");
  await page.getByLabel("Password").fill("harvest-by-figures");
  await page.getByRole("button", { name: "Sign in" }).click();
  await page.waitForURL("**/fields");
  return page;
}
async function plan(page: Page, field: string, sheet: string): Promise<void> {
  await page.goto("/fields");
  await page
    .getByRole("row", { name: new RegExp(field) })
    .getByRole("link", { name: /20\d\d/ })
    .click();
  await page.waitForSelector("[data-operation=planting]");
  await page.waitForLoadState("networkidle");
  await page.keyboard.press(sheet);
  await page.mouse.move(0, 0);
}
const shoot = async (page: Page, name: string) => {
  await page.waitForLoadState("networkidle");
  await page.waitForTimeout(400);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
};

try {
  const desk = await signedIn(1280, 800);
  await shoot(desk, "fields");
  await desk.getByRole("link", { name: "Coney Bank" }).click();
  await desk.getByRole("heading", { name: "Soil tests" }).waitFor();
  await shoot(desk, "field");
  await plan(desk, "Coney Bank", "4");
  await shoot(desk, "plan-feed");
  await desk
    .getByRole("region", { name: "Feed", exact: true })
    .getByRole("button", { name: /^Nitrogen to apply/ })
    .click();
  await shoot(desk, "plan-working");
  await plan(desk, "Kestrel Bottom", "1");
  await shoot(desk, "plan-conflict");
  await plan(desk, "Long Ricks", "3");
  await shoot(desk, "plan-potato");
  await desk.goto("/week");
  await shoot(desk, "week");
  await desk.goto("/settings");
  await shoot(desk, "settings");
  await plan(desk, "Withy Bed", "1");
  const planId = desk.url().split("/").at(-1);
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), "pictures-"));
  for (const file of ["booklet", "card"]) {
    const response = await desk.request.get(`/api/plans/${planId}/versions/1/${file}.pdf`);
    fs.writeFileSync(path.join(folder, `${file}.pdf`), await response.body());
    execFileSync("pdftoppm", [
      "-r",
      "80",
      "-png",
      "-f",
      "1",
      "-l",
      "1",
      "-singlefile",
      path.join(folder, `${file}.pdf`),
      `docs/screenshots/${file}`,
    ]);
  }
  const night = await signedIn(1280, 800, "dark");
  await plan(night, "Heron Block", "5");
  await shoot(night, "plan-rice-dark");
  const phone = await signedIn(390, 844);
  await phone.goto("/week");
  await shoot(phone, "week-phone");
} finally {
  await browser.close();
  server.kill("SIGTERM");
  database.stop();
}
