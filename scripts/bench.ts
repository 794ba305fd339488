/**
 * The goals of speed, measured (median on this machine): npm run bench. Exits with 1 when one is missed. Needs a build
 * (./start or ./test makes one) for the page goals.
 */

import { spawn } from "node:child_process";
import fs from "node:fs";
import path from "node:path";
import { gzipSync } from "node:zlib";
import { checkPlan } from "../src/core/plan/check";
import { freshDecisions } from "../src/core/plan/decisions";
import { draftPlan } from "../src/core/plan/draft";
import { EXAMPLE_FACTS } from "../src/core/plan/example-facts";
import { type SeasonProblem, solveSeason } from "../src/core/season/solve-season";
import { launchChromium, signedInPage, startApp } from "./app-under-test";
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
function time(rounds: number, work: () => void): number {
  for (let i = 0; i < Math.min(40, rounds); i++) work();
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
const draftAndCheck = () => {
  const plan = draftPlan(EXAMPLE_FACTS, wheat, 2027);
  if (plan.ok) checkPlan(plan.value, EXAMPLE_FACTS, wheat);
};
report("draftPlan + checkPlan, one field", time(200, draftAndCheck), 8, "ms");

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

// pages
if (!fs.existsSync(".next/BUILD_ID")) {
  console.log("No build found: run ./start or ./test once for the page goals.");
  process.exit(missed > 0 ? 1 : 0);
}
const app = await startApp(path.join(root, ".local/bench-database"));
const { base, database } = app;
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
  report("plan page, server time", median(times), 120, "ms");

  const scripts = new Map<string, number>();
  page.on("response", async (response) => {
    if (!response.url().includes("/_next/static/") || !response.url().split("?")[0]?.endsWith(".js")) return;
    scripts.set(response.url(), gzipSync(await response.body().catch(() => Buffer.alloc(0))).length);
  });
  await page.goto(base + planPath);
  await page.waitForSelector("[data-operation=planting]");
  await page.waitForLoadState("networkidle");
  report("plan page, first-load JavaScript, gzip", [...scripts.values()].reduce((a, b) => a + b, 0) / 1000, 350, "kB");

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
  report("keystroke to repainted figures, Chromium", median(paints), 50, "ms");
} finally {
  await browser.close();
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
