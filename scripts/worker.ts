/** The worker that drafts outlines: npx tsx scripts/worker.ts beside the application, as many of them as one likes. */

import os from "node:os";
import pg from "pg";
import { draftEverywhere } from "../src/server/plans/outlines";
import { pool } from "../src/server/storage/db";

/** A look at everything now and then finds what the passing of a day made stale [ms]. */
const LOOK_AGAIN_MS = 30_000;
/** Changes that come together are drafted together [ms]. */
const GATHER_MS = 60;

// pages go before outlines
os.setPriority(15);

let stopped = false;
let wake = () => {};
/** practices where something changed; null: look at all of them */
let woken: Set<string> | null = new Set();

async function listen(): Promise<void> {
  const client = new pg.Client({ connectionString: process.env.DATABASE_URL });
  client.on("notification", ({ payload = "" }) => {
    woken?.add(payload);
    wake();
  });
  client.on("error", () => void listenAgain());
  await client.connect();
  await client.query("listen outlines");
  // what changed while nobody listened
  woken = null;
  wake();
}

async function listenAgain(): Promise<void> {
  while (!stopped) {
    await new Promise((resolve) => setTimeout(resolve, 1000));
    try {
      await listen();
      return;
    } catch {
      // the database is still away
    }
  }
}

/** Waits until somebody wakes it (true) or the time is over (false). */
const pause = (ms: number) =>
  new Promise<boolean>((resolve) => {
    const timer = setTimeout(() => resolve(false), ms);
    wake = () => {
      clearTimeout(timer);
      resolve(true);
    };
  });

for (const signal of ["SIGINT", "SIGTERM"] as const)
  process.on(signal, () => {
    stopped = true;
    void pool()
      .end()
      .finally(() => process.exit(0));
  });

await listen().catch(() => void listenAgain());
while (!stopped) {
  const changed = woken;
  woken = new Set();
  try {
    await draftEverywhere(changed ?? undefined);
  } catch (error) {
    if (!stopped) console.error(`worker: ${error instanceof Error ? error.message : error}`);
  }
  // (woken may have been filled meanwhile)
  if (woken?.size === 0 && !(await pause(LOOK_AGAIN_MS))) woken = null;
  await new Promise((resolve) => setTimeout(resolve, GATHER_MS));
}
