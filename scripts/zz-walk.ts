import { chromium } from "playwright-core";
export const FLAGS = ["--no-sandbox","--disable-gpu","--disable-quic","--no-first-run","--disable-background-networking","--disable-component-update","--disable-sync"];
export async function launch() { return chromium.launch({ executablePath: "/usr/bin/chromium", args: FLAGS }); }
export const BASE = "http://127.0.0.1:3027";
export async function demo(browser: any, viewport = { width: 1280, height: 800 }) {
  const context = await browser.newContext({ baseURL: BASE, viewport });
  const page = await context.newPage();
  page.on("pageerror", (e: Error) => console.log("PAGEERROR", e.message));
  await page.goto("/sign-in");
  await page.getByLabel("E-mail").fill("imre@castellan.example");
  await page.getByLabel("Password").fill("harvest-by-figures");
  await page.getByRole("button", { name: "Sign in", exact: true }).click();
  await page.waitForURL((u: URL) => !u.pathname.includes("sign-in"));
  return page;
}
