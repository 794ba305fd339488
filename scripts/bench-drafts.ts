/**
 * Speed of drafting and checking, part of npm run bench: measured in a process of its own, from a bundle, as the application
 * runs it. What runs scripts here keeps the names of functions, which takes a seventh of the time of a draft.
 */

import { execFileSync } from "node:child_process";
import path from "node:path";
import { buildSync } from "esbuild";

type Report = (name: string, value: number, goal: number, unit: string) => void;

/** What is measured, how long it took [ms], and what it may take [ms]. */
export interface DraftTime {
  name: string;
  ms: number;
  goal: number;
}

/** Processes that draft for the first time. */
const FIRSTS = 5;

/** Bundles what measures drafts into .local/, two folders below the guides that it reads. */
function bundled(root: string): string {
  const outfile = path.join(root, ".local/bench/drafts.mjs");
  buildSync({
    entryPoints: [path.join(root, "scripts/time-drafts.ts")],
    outfile,
    bundle: true,
    platform: "node",
    format: "esm",
    alias: { "@": path.join(root, "src") },
    logLevel: "error",
  });
  return outfile;
}

export function benchDrafts(report: Report): void {
  const root = path.resolve(import.meta.dirname, "..");
  const file = bundled(root);
  const run = (what: string) =>
    JSON.parse(execFileSync(process.execPath, [file, what], { encoding: "utf8" })) as DraftTime[];
  for (const { name, ms, goal } of run("warm")) report(name, ms, goal, "ms");
  const firsts = Array.from({ length: FIRSTS }, () => run("first")[0] as DraftTime).sort((a, b) => a.ms - b.ms);
  const { name, ms, goal } = firsts[Math.floor(FIRSTS / 2)] as DraftTime;
  report(name, ms, goal, "ms");
}
