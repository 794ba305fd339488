/** Headless Chromium, signed in. */

import { AxeBuilder } from "@axe-core/playwright";
import { type Browser, type BrowserContextOptions, chromium, type Page } from "playwright-core";
import { inject } from "vitest";

export const PASSWORD = "harvest-by-figures";
const FLAGS = [
  "--no-sandbox",
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
];

export function launch(): Promise<Browser> {
  return chromium.launch({ executablePath: "/usr/bin/chromium", args: FLAGS });
}

/** A page of its own, signed in; whatever the page throws or the console calls an error is collected. */
export async function signedIn(
  browser: Browser,
  email = "imre@castellan.example",
  options: BrowserContextOptions = {},
): Promise<Page & { troubles: string[] }> {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    baseURL: inject("base"),
    ...options,
  });
  const page = (await context.newPage()) as Page & { troubles: string[] };
  page.troubles = [];
  page.on("pageerror", (error) => page.troubles.push(error.message));
  page.setDefaultTimeout(15_000);
  await page.goto("/sign-in");
  await page.getByLabel("E-mail").fill(email);
  await page.getByLabel("Password").fill(PASSWORD);
  await page.getByRole("button", { name: "Sign in" }).click();
  await page.waitForURL((url) => !url.pathname.includes("sign-in"));
  return page;
}

/** Opens the plan of a field from the list of fields. */
export async function openPlan(page: Page, field: string): Promise<void> {
  await page.goto("/fields");
  await page
    .getByRole("row", { name: new RegExp(field) })
    .getByRole("link", { name: /20\d\d/ })
    .click();
  await page.waitForSelector("[data-operation=planting]");
  await page.waitForLoadState("networkidle");
}

/** What axe finds, in short; empty when nothing. */
export async function axeFindings(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"])
    .analyze();
  return violations.map(
    (v) =>
      `${v.id}: ${v.nodes
        .slice(0, 3)
        .map((n) => `${n.target.join(" ")} ${n.failureSummary?.split("\n").slice(1, 2).join("")}`)
        .join(" | ")}`,
  );
}
