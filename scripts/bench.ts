/**
 * The goals of speed, measured (median on this machine): npm run bench. Exits with 1 when one is missed. Needs a build
 * (./start or ./test makes one) for the page goals.
 */

import { execFileSync, spawn } from "node:child_process";
import fs from "node:fs";
import path from "node:path";
import { gzipSync } from "node:zlib";
import pg from "pg";
import type { Page } from "playwright-core";
import { addDays, toDay } from "../src/core/dates";
import { brokenLaws } from "../src/core/guides/laws";
import { resolveGuide } from "../src/core/guides/resolve-guide";
import { clockOf } from "../src/core/phenology/development";
import { EXAMPLE_FACTS } from "../src/core/plan/example-facts";
import type { PlanFacts } from "../src/core/plan/facts";
import { siteSuitability } from "../src/core/plan/site-suitability";
import { courseOf } from "../src/core/rehearsal/prepare";
import { rehearse } from "../src/core/rehearsal/rehearse";
import { unwrap } from "../src/core/result";
import { type SeasonProblem, solveSeason } from "../src/core/season/solve-season";
import { simulateWindow } from "../src/core/season/sowing-window";
import { freshDecisions } from "../src/core/sheets/decisions";
import { draftPlan } from "../src/core/sheets/draft-plan";
import { planWindows, windowQuestion } from "../src/core/sheets/varied/window-question";
import { allocateWater } from "../src/core/water/allocate-water";
import { giverOf } from "../src/core/water/giver";
import { walkWater } from "../src/core/water/walk";
import { UPLAND_PLAIN } from "../src/core/weather/example-climates";
import { generateWeather } from "../src/core/weather/generator";
import { seasonWeather } from "../src/core/weather/season-weather";
import { DEMO_FIELDS } from "../tests/support/every-plan";
import { ALL_GUIDES, testGuide } from "../tests/support/guides";
import { launchChromium, signedInPage, startApp } from "./app-under-test";
import { benchDrafts } from "./bench-drafts";
import { benchFiles } from "./bench-files";
import { benchQueue } from "./bench-queue";
import { compileFolder, SURROUNDINGS } from "./guide-files";
import { LARGE_EMAIL } from "./large-practice";
import { freePort } from "./local-database.mjs";

const root = path.resolve(import.meta.dirname, "..");
process.chdir(root);
let missed = 0;

function report(name: string, value: number, goal: number, unit: string): void {
  const good = value < goal;
  if (!good) missed++;
  console.log(
    `${good ? "ok    " : "MISSED"} ${name.padEnd(58)} ${value.toFixed(1).padStart(8)} ${unit} (goal under ${goal})`,
  );
}
const median = (values: number[]) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)] as number;
function time(rounds: number, work: () => void, warmUp = 40): number {
  for (let i = 0; i < Math.min(warmUp, rounds); i++) work();
  return median(
    Array.from({ length: rounds }, () => {
      const began = performance.now();
      work();
      return performance.now() - began;
    }),
  );
}

// core
const wheat = freshDecisions("wheat");
benchDrafts(report);
const crops = ALL_GUIDES.map((guide) => unwrap(resolveGuide(guide)));
const places = Array.from({ length: 600 }, (_, i) => {
  const facts = DEMO_FIELDS[i % DEMO_FIELDS.length] as PlanFacts;
  return { ...facts, field: { ...facts.field, slopePct: i % 17 } };
});
report(
  `suitability of ${crops.length} crops for 600 fields`,
  time(
    5,
    () => {
      for (const facts of places) for (const crop of crops) siteSuitability({ ...facts, season: 2027 }, crop);
    },
    1,
  ),
  400,
  "ms",
);
const guidesBegan = performance.now();
const compiled = compileFolder(root);
for (const { guide } of compiled) brokenLaws(guide, SURROUNDINGS(compiled));
report("all guides compiled, their laws checked", performance.now() - guidesBegan, 5000, "ms");

const buildBegan = performance.now();
execFileSync("node_modules/.bin/tsx", ["scripts/build-guides.ts"], { stdio: "pipe" });
report("building the guides", (performance.now() - buildBegan) / 1000, 3, "s");

/** 80 events in a season of chains that cross, 160 waits, windows and wishes; the same every time. */
function largeSeason(): SeasonProblem {
  let seed = 7;
  const random = (n: number) => {
    seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648;
    return seed % n;
  };
  const base = { reason: "r", source: "agronomy", hard: false } as const;
  const events = Array.from({ length: 80 }, (_, i) => ({ id: `e${i}` }));
  const waits = Array.from({ length: 160 }, (_, i) => {
    const from = i < 79 ? i : random(70);
    const to = i < 79 ? i + 1 : from + 1 + random(79 - from);
    return {
      ...base,
      id: `w${i}`,
      from: `e${from}`,
      to: `e${to}`,
      minDays: i < 79 ? 1 : 0,
      maxDays: 10 * (to - from) + 40,
    };
  });
  const windows = [{ ...base, id: "x", event: "e0", notBefore: "2026-08-01", notAfter: "2026-10-01" }];
  const preferences = events.map((e, i) => ({
    event: e.id,
    date: `2027-0${1 + random(8)}-1${random(9)}`,
    weight: i % 7,
  }));
  return { events, waits, windows, preferences, today: "2026-08-12" };
}
const season = largeSeason();
if (!solveSeason(season).ok) throw new Error("the benchmark's season should be solvable");
report(
  "solveSeason, 80 events and 160 waits",
  time(200, () => solveSeason(season)),
  5,
  "ms",
);
const clash = {
  ...season,
  windows: [
    ...season.windows,
    { ...season.windows[0]!, id: "y", event: "e79", notBefore: null, notAfter: "2026-09-01" },
  ],
};
report(
  "solveSeason naming a conflict of 80 events (no goal set)",
  time(5, () => solveSeason(clash)),
  5000,
  "ms",
);

// weather and windows
const rained = seasonWeather(UPLAND_PLAIN, 2027, { seasons: 100 });
const kc = new Float64Array(200).fill(1);
const rooted = new Float64Array(200).fill(0.8);
const store = { awcMmPerM: 150, depletionFraction: 0.5, initialDepletionMm: 0 };
const scheduled = time(40, () => {
  for (let s = 0; s < 100; s++)
    walkWater(
      200,
      s * rained.days + 400,
      rained.etoMm,
      rained.rainMm,
      kc,
      rooted,
      store,
      giverOf({ kind: "depletion", atRawPct: 100, refill: "capacity" }),
    );
});
report("a schedule over 100 seasons of 200 days", scheduled, 100, "ms");
report("the same, against a bare loop", scheduled / time(40, bareWater), 2.5, "times");

/** The balance as plain sums over typed arrays, without rules, traces or sums of what was used. */
function bareWater(): void {
  let given = 0;
  for (let s = 0; s < 100; s++) {
    const base = s * rained.days + 400;
    let depletion = 0;
    for (let d = 0; d < 200; d++) {
      const eto = rained.etoMm[base + d]!;
      const etc = kc[d]! * eto;
      const p = Math.min(0.8, Math.max(0.1, 0.5 + 0.04 * (5 - etc)));
      const taw = 150 * rooted[d]!;
      const raw = p * taw;
      const rain = rained.rainMm[base + d]!;
      depletion -= rain < 0.2 * eto ? 0 : rain;
      if (depletion >= raw && depletion > 0) {
        given += depletion;
        depletion = 0;
      }
      if (depletion < 0) depletion = 0;
      const ks = depletion <= raw ? 1 : depletion >= taw ? 0 : (taw - depletion) / (taw - raw);
      depletion = Math.min(taw, depletion + ks * etc);
    }
  }
  if (given < 0) throw new Error("a bare loop that gives nothing");
}
const sixtyFields = Array.from({ length: 60 }, (_, i) => ({
  id: String(i),
  areaHa: 5 + (i % 7),
  efficiencyPct: 60 + (i % 4) * 10,
  response: Array.from({ length: 9 }, (__, k) => ({
    netMm: 30 * k,
    valuePerHa: 1000 * (1 - Math.exp(-k / (2 + (i % 5)))),
  })),
}));
report(
  "sharing water over 60 fields",
  time(60, () => allocateWater({ volumeM3: 250_000, fields: sixtyFields })),
  50,
  "ms",
);

const year = { firstDay: toDay("2027-01-01"), days: 365, seasons: 50, seed: 3 };
report(
  "a generated season year",
  time(12, () => generateWeather(UPLAND_PLAIN, year).drawSky()) / year.seasons,
  0.2,
  "ms",
);
const planted = {
  ...EXAMPLE_FACTS,
  log: [{ operationId: "planting", doneOn: "2026-10-08", quantityPerHa: null, note: "" }],
  today: "2027-04-28",
};
let seenDay = 0;
report(
  "rescheduling a plan after a stage was seen",
  time(60, () => {
    seenDay = (seenDay + 1) % 20;
    draftPlan(
      { ...planted, observations: [{ stageId: "first-node", seenOn: addDays("2027-04-08", seenDay) }] },
      wheat,
      2027,
      testGuide("wheat"),
    );
  }),
  10,
  "ms",
);
const windowPlan = unwrap(draftPlan(EXAMPLE_FACTS, wheat, 2027, testGuide("wheat")));
const windowsOf = planWindows(EXAMPLE_FACTS, windowPlan);
const ask = windowQuestion(EXAMPLE_FACTS, windowPlan, windowsOf);
if (!ask) throw new Error("the benchmark's window should be askable");
const sixty = { ...ask, from: "2026-09-05", to: "2026-11-03", stepDays: 1, seasons: 100 };
let round = 0;
const windowMs = time(5, () => {
  // another season each time, so that its weather is generated too, as in a worker that starts afresh
  round++;
  simulateWindow({ ...sixty, today: addDays("2026-06-01", round % 60) });
});
report("sowing window, 60 dates x 100 seasons, weather and all", windowMs, 700, "ms");
const { asked } = ask;
const seasons = seasonWeather(UPLAND_PLAIN, 2027, { seasons: 100 });
const walked = courseOf(
  asked.crop,
  asked.ground,
  clockOf(windowPlan.crop.guide, windowPlan.crop.kind, UPLAND_PLAIN.latitudeDeg, seasons),
  { rainMm: seasons.rainMm, mulchKept: asked.mulchKept, kcChange: null },
);
report(
  "a hundred seasons of one plan",
  time(60, () => rehearse(walked, asked.plan, asked.fit)),
  12,
  "ms",
);
report("the window against a bare loop of its arithmetic", windowMs / time(5, bareLoop), 4, "times");
benchQueue(report);

/** Generation left out: only the daily sums of 60 x 100 x 285 days, in the plainest loop over typed arrays. */
function bareLoop(): void {
  const weather = seasonWeather(UPLAND_PLAIN, 2027, { seasons: 100 });
  const { tminC, tmaxC, rainMm, etoMm, solarMj, days } = weather;
  let yields = 0;
  for (let date = 0; date < 60; date++)
    for (let s = 0; s < 100; s++) {
      let sum = 0;
      let cold = 0;
      let depletion = 0;
      let biomass = 0;
      let harm = 1;
      const from = s * days + 247 + date;
      for (let i = from; i < from + 285; i++) {
        const mean = (tminC[i]! + tmaxC[i]!) / 2;
        if (mean > -1 && mean < 12) cold++;
        let rate = mean <= 0 ? 0 : mean <= 24 ? mean : ((34 - mean) * 24) / 10;
        if (cold < 45) rate *= cold / 45;
        sum += rate;
        const cover = sum < 2000 ? sum / 2000 : 1;
        const total = 20 + 160 * cover;
        const easy = total * 0.55;
        const ks = depletion > easy ? (depletion < total ? (total - depletion) / (total - easy) : 0) : 1;
        depletion += etoMm[i]! * (0.4 + 0.75 * cover) * ks - rainMm[i]!;
        if (depletion < 0) depletion = 0;
        biomass += solarMj[i]! * 0.013 * (mean < 12 ? (mean > 0 ? mean / 12 : 0) : 1) * cover * ks;
        if (tminC[i]! < -18) harm *= 1 - 0.05 * (-18 - tminC[i]!);
        if (tmaxC[i]! > 31) harm *= 1 - 0.04 * (tmaxC[i]! - 31);
      }
      yields += biomass * harm;
    }
  if (yields < 0) throw new Error("a bare loop that grows nothing");
}

/** Gzip of all scripts that a page has asked for until it works; what it fetches later for other sheets is not in it [kB]. */
async function scriptKb(page: Page, url: string): Promise<number> {
  await page.goto(url);
  await page.waitForSelector("[data-operation=planting]");
  await page.waitForTimeout(1000);
  const names = await page.evaluate(() =>
    performance.getEntriesByType("resource").flatMap((e) => (e.name.split("?")[0]?.endsWith(".js") ? [e.name] : [])),
  );
  let bytes = 0;
  for (const name of new Set(names)) bytes += gzipSync(Buffer.from(await (await fetch(name)).arrayBuffer())).length;
  return bytes / 1000;
}

// pages
if (!fs.existsSync(".next/BUILD_ID")) {
  console.log("No build found: run ./start or ./test once for the page goals.");
  process.exit(missed > 0 ? 1 : 0);
}
// one process: what is measured here is one person's wait; many at once are npm run load
const app = await startApp(path.join(root, ".local/bench-database"), { WORKERS: "1" });
const { base, database } = app;
let firstLoadKb = 0;
const browser = await launchChromium();
try {
  const page = await signedInPage(browser, base);
  const planPath = (await page
    .getByRole("row", { name: /Coney Bank/ })
    .getByRole("link", { name: /2027/ })
    .getAttribute("href")) as string;
  const cookie = (await page.context().cookies()).map((c) => `${c.name}=${c.value}`).join("; ");
  const times: number[] = [];
  for (let i = 0; i < 30; i++) {
    const began = performance.now();
    await (await fetch(base + planPath, { headers: { cookie } })).text();
    if (i >= 8) times.push(performance.now() - began);
  }
  report("plan page, server time", median(times), 60, "ms");

  firstLoadKb = await scriptKb(page, base + planPath);
  report("plan page, first-load JavaScript, gzip", firstLoadKb, 280, "kB");

  // from the input event to the frame in which the changed figures stand
  const paints: number[] = [];
  for (let i = 0; i < 25; i++) {
    paints.push(
      await page.evaluate(
        async (value) => {
          const input = document.querySelector<HTMLInputElement>("[aria-label='Target yield']") as HTMLInputElement;
          input.focus();
          const setter = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set;
          const began = performance.now();
          setter?.call(input, value);
          input.dispatchEvent(new Event("input", { bubbles: true }));
          await new Promise<void>((resolve) => requestAnimationFrame(() => setTimeout(resolve, 0)));
          return performance.now() - began;
        },
        String(7 + i / 10),
      ),
    );
    await page.waitForTimeout(60);
  }
  report("keystroke to repainted figures, Chromium", median(paints), 33, "ms");
} finally {
  await browser.close();
}

// the counter on a phone, its processor held to a quarter: pressing keys against doing nothing
const phone = await launchChromium();
try {
  const page = await signedInPage(phone, base, undefined, { viewport: { width: 390, height: 844 } });
  await page.goto("/week?from=2026-09-07");
  await page.getByRole("button", { name: "Count" }).first().click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("Threshold").fill("6");
  for (let i = 0; i < 30; i++) {
    await dialog.getByRole("button", { name: String(i % 10), exact: true }).click();
    await dialog.getByRole("button", { name: "Next place" }).click();
  }
  const session = await page.context().newCDPSession(page);
  await session.send("Emulation.setCPUThrottlingRate", { rate: 4 });
  const frames = (press: boolean) =>
    page.evaluate(async (pressing) => {
      // no function may be named in here: its name would be looked for in the page
      const buttons = [...document.querySelectorAll<HTMLButtonElement>("[role=dialog] button")];
      const key = buttons.find((b) => b.textContent === "3");
      const next = buttons.find((b) => b.textContent === "Next place");
      const list: number[] = [];
      let last = performance.now();
      for (let i = 0; i < 120; i++) {
        if (pressing && i % 4 === 0) key?.click();
        if (pressing && i % 4 === 2) next?.click();
        await new Promise((resolve) => requestAnimationFrame(resolve));
        const now = performance.now();
        list.push(now - last);
        last = now;
      }
      return list.sort((a, b) => a - b);
    }, press);
  await page.waitForTimeout(1000);
  const still = await frames(false);
  const pressed = await frames(true);
  const nineTenths = (list: number[]) => list[Math.floor(0.9 * list.length)] as number;
  report("counter, frame while counting over frame at rest", nineTenths(pressed) / nineTenths(still), 1.5, "times");
} finally {
  await phone.close();
}

// six hundred fields
const largeBrowser = await launchChromium();
try {
  execFileSync("node_modules/.bin/tsx", ["scripts/load-large.ts"], {
    env: { ...process.env, DATABASE_URL: database.url, MIGRATION_DATABASE_URL: database.ownerUrl },
    stdio: "pipe",
  });
  const page = await signedInPage(largeBrowser, base, LARGE_EMAIL);
  await page.goto("/season");
  await page.getByText(/^600 of 600 fields/).waitFor({ timeout: 180_000 });
  const cookie = (await page.context().cookies()).map((c) => `${c.name}=${c.value}`).join("; ");
  const serverTime = async (target: string) => {
    const times: number[] = [];
    for (let i = 0; i < 14; i++) {
      const began = performance.now();
      await (await fetch(base + target, { headers: { cookie } })).text();
      if (i >= 4) times.push(performance.now() - began);
    }
    return median(times);
  };
  // prices that change age every outline: the worker redrafts all six hundred plans while pages are asked for
  const owner = new pg.Client({ connectionString: database.adminUrl });
  await owner.connect();
  let busy = true;
  const ageing = (async () => {
    while (busy) {
      await owner.query(
        `update facts_clock set n = n + 1 where of_id = '00000000-0000-0000-0000-000000000000'; select pg_notify('outlines', id::text) from practice;`,
      );
      await new Promise((resolve) => setTimeout(resolve, 1500));
    }
  })();
  report(
    "season page, 600 fields, all being redrafted: page and rows",
    (await serverTime("/season")) + (await serverTime("/api/season?season=2027")),
    150,
    "ms",
  );
  report("week page, 600 fields, all being redrafted", await serverTime("/week"), 150, "ms");
  busy = false;
  await ageing;
  await owner.end();
  const gaps = (step: number) =>
    page.evaluate(async (pixels) => {
      const list = document.querySelector("[data-season-list]") as HTMLElement;
      const frames: number[] = [];
      let last = performance.now();
      for (let i = 0; i < 200; i++) {
        list.scrollTop += pixels;
        await new Promise((resolve) => requestAnimationFrame(resolve));
        const now = performance.now();
        frames.push(now - last);
        last = now;
      }
      return frames.sort((a, b) => a - b);
    }, step);
  await page.waitForTimeout(2000);
  const still = await gaps(0);
  const moving = await gaps(24);
  const at = (list: number[], share: number) => list[Math.floor(share * list.length)] as number;
  console.log(
    `       frames at rest: median ${at(still, 0.5).toFixed(1)} ms, 95 % ${at(still, 0.95).toFixed(1)}; scrolling: median ${at(moving, 0.5).toFixed(1)}, 95 % ${at(moving, 0.95).toFixed(1)}`,
  );
  // headless Chromium draws in software here: a frame counts as dropped where it takes half as long again as at rest
  report("season page, frame while scrolling over frame at rest", at(moving, 0.5) / at(still, 0.5), 1.5, "times");
  // two hundred of them watered: their curves are drafted by the worker, the page shares
  const water = new pg.Client({ connectionString: database.adminUrl });
  await water.connect();
  await water.query(
    `update field set irrigated = true, water_system = 'sprinkler' where id in (select f.id from field f join plan p on p.field_id = f.id
       join membership m on m.practice_id = f.practice_id join "user" u on u.id = m.user_id and u.email = $1 order by f.id limit 200)`,
    [LARGE_EMAIL],
  );
  await water.query("select pg_notify('outlines', id::text) from practice");
  for (let curves = 0; curves < 150; ) {
    await new Promise((resolve) => setTimeout(resolve, 500));
    const { rows: counted } = await water.query<{ n: number }>(
      "select count(*)::int as n from plan_outline where water is not null and basis = 'draft'",
    );
    curves = counted[0]?.n ?? 0;
  }
  await water.end();
  report("water page, 200 irrigated fields", await serverTime("/season/water?season=2027"), 150, "ms");
  report("threats of all fields", await serverTime("/season/threats?season=2027&from=2027-04-10"), 150, "ms");
  await benchFiles({ base, cookie, report });
} finally {
  await largeBrowser.close();
}

// forty crops more: the page must not carry them
{
  const folder = path.join(root, ".local/bench-guides");
  fs.rmSync(folder, { recursive: true, force: true });
  fs.cpSync("data/guides/compiled", folder, { recursive: true });
  const crops = JSON.parse(fs.readFileSync(path.join(folder, "crops.json"), "utf8")) as { id: string; name: string }[];
  for (let i = 0; i < 40; i++) {
    const of = crops[i % 5]!;
    const copy = JSON.parse(fs.readFileSync(path.join(folder, `${of.id}.json`), "utf8")) as { guide: { id: string } };
    copy.guide.id = `${of.id}${i}`;
    fs.writeFileSync(path.join(folder, `${copy.guide.id}.json`), JSON.stringify(copy));
    crops.push({ ...of, id: copy.guide.id, name: `${of.name} ${i}` });
  }
  fs.writeFileSync(path.join(folder, "crops.json"), JSON.stringify(crops));
  const many = await startApp(path.join(root, ".local/bench-guides-database"), { GUIDES_FOLDER: folder });
  const manyBrowser = await launchChromium();
  try {
    const page = await signedInPage(manyBrowser, many.base);
    const href = await page
      .getByRole("row", { name: /Coney Bank/ })
      .getByRole("link", { name: /2027/ })
      .getAttribute("href");
    const more = (await scriptKb(page, many.base + href)) - firstLoadKb;
    report("the same page with 45 guides, JavaScript more than with 5", more, 0.5, "kB");
  } finally {
    await manyBrowser.close();
    await many.stop();
  }
}

// ./start on a machine that is set up
const startPort = await freePort();
const began = performance.now();
const start = spawn("./start", {
  env: {
    ...process.env,
    PORT: String(startPort),
    DATABASE_URL: database.url,
    MIGRATION_DATABASE_URL: database.ownerUrl,
  },
  stdio: ["ignore", "pipe", "inherit"],
});
let building = false;
await new Promise<void>((resolve) =>
  start.stdout.on("data", (chunk) => {
    if (String(chunk).includes("building")) building = true;
    if (String(chunk).includes("Wheatonomy is at")) resolve();
  }),
);
if (building) console.log("       ./start had to build first; run the benchmark again for its time");
else report("./start on a machine that is set up", (performance.now() - began) / 1000, 15, "s");
start.kill("SIGTERM");
await new Promise((resolve) => start.once("exit", resolve));
await app.stop();
process.exit(missed > 0 ? 1 : 0);
