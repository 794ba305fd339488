/** Headless Chromium, signed in, for the tests. */

import { AxeBuilder } from "@axe-core/playwright";
import type { Browser, BrowserContextOptions, Page } from "playwright-core";
import { inject } from "vitest";
import { signedInPage } from "../../scripts/app-under-test";

export { launchChromium as launch, openPlan } from "../../scripts/app-under-test";

/** A page of its own, signed in; whatever the page throws is collected. */
export async function signedIn(
  browser: Browser,
  email?: string,
  options: BrowserContextOptions = {},
): Promise<Page & { troubles: string[] }> {
  const page = (await signedInPage(browser, inject("base"), email, options)) as Page & { troubles: string[] };
  page.troubles = [];
  page.on("pageerror", (error) => page.troubles.push(error.message));
  return page;
}

/**
 * What axe finds, in short; empty when nothing. `colours` asks for contrast alone: in another theme nothing else differs; `within` looks at
 * parts of a page whose rest was looked at already.
 */
export async function axeFindings(page: Page, colours = false, within: string[] = []): Promise<string[]> {
  const tags = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"];
  const axe = new AxeBuilder({ page });
  for (const part of within) axe.include(part);
  const { violations } = await (colours ? axe.withRules("color-contrast") : axe.withTags(tags)).analyze();
  return violations.map((v) => {
    const nodes = v.nodes.slice(0, 3).map((n) => `${n.target.join(" ")} ${n.failureSummary?.split("\n")[1] ?? ""}`);
    return `${v.id}: ${nodes.join(" | ")}`;
  });
}
