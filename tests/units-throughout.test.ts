/** One plan of a practice in US units, for a grower in South Asian ones, read through page by page and paper by paper. */

import { execFileSync } from "node:child_process";
import type pg from "pg";
import type { Browser, Page } from "playwright-core";
import { afterAll, describe, expect, inject, it } from "vitest";
import { displayUnit } from "@/core/units/display-units";
import { parseQuantity } from "@/core/units/parse-quantity";
import { printedUnit } from "@/core/units/printed-units";
import { DIMENSIONS, type Dimension, type UnitSet } from "@/core/units/units";
import type { Access } from "@/server/access/access";
import { signedInPage } from "../scripts/app-under-test";
import { onScene } from "./support/scene";

const PRACTICE = "Bushelthorp";
let owner: Access;
let admin: pg.Client;
let browser: Browser;
let page: Page;
onScene(PRACTICE, async (scene) => {
  ({ owner, admin, browser } = scene);
  page = await signedInPage(browser, inject("base"), `owner@${PRACTICE.toLowerCase()}.example`);
});
afterAll(async () => {
  await page?.close();
});

const planOf = async (field: string): Promise<string> => {
  const { rows } = await admin.query(
    `select p.id from plan p join field f on f.practice_id = p.practice_id and f.id = p.field_id
     where p.practice_id = $1 and f.name = $2 and p.chosen order by p.season desc limit 1`,
    [owner.practiceId, field],
  );
  return rows[0].id;
};
const inUnits = (practice: UnitSet, grower: UnitSet) =>
  Promise.all([
    admin.query("update practice set unit_set = $2 where id = $1", [owner.practiceId, practice]),
    admin.query("update grower set unit_set = $2 where practice_id = $1", [owner.practiceId, grower]),
  ]);

/** What the figures of a plan's nine sheets say, by their labels, and the whole text of the sheets with what is in boxes. */
async function sheetsOf(planId: string): Promise<{ figures: Map<string, string>; text: string }> {
  await page.goto(`/plans/${planId}`);
  await page.waitForSelector("[data-operation]");
  await page.waitForLoadState("networkidle");
  const figures = new Map<string, string>();
  let text = "";
  for (const key of "123456789") {
    await page.keyboard.press(key);
    await page.waitForTimeout(300);
    text += await opened();
    const labels = await page
      .locator("button[aria-label$='Show the working']")
      .evaluateAll((all) => all.map((b) => b.getAttribute("aria-label") ?? ""));
    for (const label of labels) {
      const said = /^(.*?): (.*)\. Show the working$/.exec(label);
      if (said) figures.set(said[1] ?? "", said[2] ?? "");
    }
  }
  return { figures, text };
}

/** The text of the page with all its parts open, what stands in boxes beside what stands behind them. */
const opened = () =>
  page.evaluate(async () => {
    for (const part of document.querySelectorAll("main details")) part.setAttribute("open", "");
    await new Promise((drawn) => setTimeout(drawn, 150));
    const main = document.querySelector("main") as HTMLElement;
    const boxes = [...main.querySelectorAll("input")].map(
      (i) => `${i.value} ${i.nextElementSibling?.textContent ?? ""}`,
    );
    // biome-ignore lint/performance/useDomNodeTextContent: lines and cells apart, as they are seen
    return `${main.innerText}\n${boxes.join("\n")}\n`;
  });

const SPACE = /\u202f/g;
/** Number and unit, of "1 469 660 /ac". */
const apart = (said: string) => {
  const [, number = "", unit = ""] = /^([−-]?[\d.,\u202f]+)\s*(.*)$/.exec(said) ?? [];
  return { number, unit };
};

/** Dimensions in which a unit of one set stands where the other's does, and the numbers are the same amount. */
function sameAmount(metric: string, other: string, unitSet: UnitSet): Dimension[] {
  const [a, b] = [apart(metric), apart(other)];
  return DIMENSIONS.filter((dimension) => {
    const unitIn = (set: UnitSet) => [
      displayUnit(dimension, { unitSet: set, bushelCrop: "wheat" }),
      displayUnit(dimension, { unitSet: set }),
    ];
    const bare = (unit: string) => unit.replace(/ (N|P₂O₅|K₂O|S)\//, "/").replace("cr", "¤");
    const own = unitIn("metric").find((u) => printedUnit(u) === bare(a.unit));
    const theirs = unitIn(unitSet).find((u) => printedUnit(u) === bare(b.unit));
    if (own === undefined || theirs === undefined) return false;
    const read = (number: string, unit: string, set: UnitSet) => {
      const parsed = parseQuantity(`${number.replace(SPACE, "")} ${unit}`, dimension, {
        unitSet: set,
        bushelCrop: "wheat",
      });
      return parsed.ok ? parsed.value.si : Number.NaN;
    };
    // as far apart as rounding of either makes them
    const [x, y] = [read(a.number, own, "metric"), read(b.number, theirs, unitSet)];
    const step = (number: string, unit: string, set: UnitSet) => {
      const decimals = number.split(/[.,]/)[1]?.length ?? 0;
      return Math.abs(read(String(10 ** -decimals), unit, set) - read("0", unit, set));
    };
    return (
      Math.abs(x - y) <= 0.51 * (step(a.number, own, "metric") + step(b.number, theirs, unitSet)) + 0.002 * Math.abs(x)
    );
  });
}

/** Every unit behind a number in a text, with one place of each. */
function unitsIn(text: string): Map<string, string> {
  const found = new Map<string, string>();
  for (const line of text.replace(SPACE, "").split("\n"))
    for (const [, unit = ""] of line.matchAll(
      /\d\s?((?:[A-Za-z°%¤£$€²³₂₅]|fl oz|short tons?)[\w°%¤²³₂₅]*(?: (?:N|P₂O₅|K₂O|S)(?=\/))?(?:\/[\w²³ ]*[\w²³])?)/g,
    ))
      if (!found.has(unit)) found.set(unit, line.trim().slice(0, 160));
  return found;
}

const NONSENSE = /undefined|NaN|Infinity|\[object|¤|money\/|\bnull\b|[⟦⟧]/;
/** What a sentence says in metric units only, for a reader of others. */
const METRIC_ONLY = /\d (?:cm|°C|t\/ha|kg\/ha|mm)(?![\w/²])/;
/** What stays as it is: the size of meshes, and the formula of a nozzle in the units that it is published in. */
const AS_PUBLISHED = /[Mm]esh|60,000| mm across|\b(?:35 to 45|45 to 55) mm/;
/** On paper raised figures come back as plain ones. */
const UNRAISED = /\d ?m[23]\b|\bm[23]\/|ft2/;
/** Units that only the one of the two reads. */
const US_ONLY = /\d\s?(?:lb|gal|fl oz|bu|short tons?|°F|mph|ft²?|ac-in|cwt|gpm)(?![\w])/;
const SOUTH_ASIAN_ONLY = /\d\s?(?:qtl|kg\/ac|mL\/ac|L\/ac|m\/ac)(?![\w])/;

/** Lines that have a unit where what they speak of is never counted in it. */
function wrongKind(text: string): string[] {
  const never: [what: RegExp, unit: RegExp][] = [
    // bushels and hundredweights are a crop's own
    [
      /\b(?:lime|gypsum|manure|compost|fertiliser|urea|straw|N|P₂O₅|K₂O) (?:needed|to apply|given)/i,
      /\d\s?(?:bu|cwt)\b/,
    ],
    // what a sprayer or a tractor's tank holds is no depth of water, and the other way round
    [/\bdiesel\b/i, /\d\s?(?:fl oz|in|ac-in)\b/],
    [/\b(?:rain|irrigation|evapotranspiration)\b/i, /\d\s?(?:gal\/ac|lb|bu)\b/],
    [/\b(?:spray volume|water of the treatment)\b/i, /\d\s?(?:in|ac-in|mm)\b/],
    [/\b(?:depth|spacing|deep)\b/i, /\d\s?(?:ft²|gal|lb)\b(?!\/)/],
  ];
  return text
    .split("\n")
    .filter((line) => line.length < 200 && never.some(([what, unit]) => what.test(line) && unit.test(line)));
}

const pdfText = (pdf: Buffer) => execFileSync("pdftotext", ["-layout", "-", "-"], { input: pdf, encoding: "utf8" });

describe("a practice in US units with a South Asian grower", () => {
  it.each(["Withy Bed", "Heron Block"])("reads each figure of %s in its own dimension", async (field) => {
    const planId = await planOf(field);
    await inUnits("metric", "metric");
    const metric = await sheetsOf(planId);
    await inUnits("usCustomary", "southAsian");
    const us = await sheetsOf(planId);
    const listed = [...us.figures].map(([label, said]) => `${label}: ${metric.figures.get(label)} = ${said}`);
    expect(listed.length).toBeGreaterThan(40);
    const wrong = [...us.figures].filter(([label, said]) => {
      const before = metric.figures.get(label);
      return before === undefined || (before !== said && sameAmount(before, said, "usCustomary").length === 0);
    });
    expect(wrong, listed.join("\n")).toEqual([]);
    for (const [label, said] of us.figures)
      if (/bu\/ac|cwt\/ac/.test(said)) expect(label).toMatch(/yield|target|break-even/i);
    expect(us.text).not.toMatch(NONSENSE);
    expect(us.text).not.toMatch(UNRAISED);
    expect(us.text).not.toMatch(SOUTH_ASIAN_ONLY);
    expect(us.text.split("\n").filter((line) => METRIC_ONLY.test(line) && !AS_PUBLISHED.test(line))).toEqual([]);
    expect(wrongKind(us.text), [...unitsIn(us.text)].map((u) => u.join(": ")).join("\n")).toEqual([]);
  });

  it("shows differences of what is shown", async () => {
    await page.goto(`/plans/${await planOf("Withy Bed")}`);
    await page.waitForSelector("[data-operation]");
    await page.keyboard.press("1");
    const table = page.getByRole("table", { name: "Two tillage systems compared" });
    await table.waitFor();
    const cells = await table
      .locator("tbody tr")
      .evaluateAll((rows) => rows.map((r) => [...r.children].map((c) => c.textContent ?? "")));
    expect(cells).toHaveLength(4);
    const number = (text = "") => Number.parseFloat(text.replace("−", "-").replaceAll("\u202f", ""));
    for (const [what, chosen, compared, difference] of cells)
      expect(number(difference), what).toBeCloseTo(number(compared) - number(chosen), 6);
  });

  it("has no unit of nobody on the other pages", async () => {
    const { rows } = await admin.query("select id from field where practice_id = $1 and name = 'Withy Bed'", [
      owner.practiceId,
    ]);
    for (const at of [
      `/fields/${rows[0].id}`,
      "/fields",
      "/week",
      "/season",
      "/season/water",
      "/season/harvest",
      "/season/stores",
      "/season/threats",
      "/treatments",
      "/settings",
      "/stations",
      "/audit",
    ]) {
      await page.goto(at);
      await page.waitForLoadState("networkidle");
      const text = await opened();
      expect(text.length, at).toBeGreaterThan(60);
      for (const line of text.split("\n")) {
        expect(line, at).not.toMatch(NONSENSE);
        expect(line, at).not.toMatch(UNRAISED);
        expect(line, at).not.toMatch(SOUTH_ASIAN_ONLY);
      }
      expect(wrongKind(text), at).toEqual([]);
    }
  });

  it.each(["Withy Bed", "Heron Block"])("gives the grower of %s papers in the grower's units", async (field) => {
    const planId = await planOf(field);
    await page.goto(`/plans/${planId}`);
    await page.getByRole("button", { name: /^Issue version/ }).click();
    await page
      .getByRole("dialog")
      .getByRole("button", { name: /^Issue version/ })
      .click();
    await page
      .getByRole("dialog")
      .getByText(/^Version \d/)
      .first()
      .waitFor();
    const { rows } = await admin.query(
      "select max(number)::int as n from plan_version where practice_id = $1 and plan_id = $2",
      [owner.practiceId, planId],
    );
    for (const paper of ["booklet", "card"]) {
      const answer = await page.request.get(`/api/plans/${planId}/versions/${rows[0].n}/${paper}.pdf`);
      expect(answer.status(), paper).toBe(200);
      const text = pdfText(await answer.body());
      for (const line of text.split("\n")) {
        expect(line, paper).not.toMatch(NONSENSE);
        expect(line, paper).not.toMatch(US_ONLY);
      }
      expect(text, paper).toMatch(/\d\s?(?:kg\/ac|qtl\/ac)/);
      expect(wrongKind(text), paper).toEqual([]);
    }
  });
});
