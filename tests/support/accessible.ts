import AxeBuilder from "@axe-core/playwright";
import type { Page } from "playwright-core";
import { expect } from "vitest";

/** What stands on the page has no violation that axe finds, and fits a phone; the page is left at a phone's width. */
export async function expectAccessible(page: Page): Promise<void> {
  const found = await new AxeBuilder({ page }).analyze();
  expect(found.violations.map((v) => `${v.id}: ${v.nodes[0]?.html.slice(0, 160)}`)).toEqual([]);
  await page.setViewportSize({ width: 390, height: 844 });
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
}
