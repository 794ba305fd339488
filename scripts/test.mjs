// ./test: does all its own set-up and runs everything: modules, Debian packages, types, lint and import rules, build,
// unit tests, system tests on a real PostgreSQL and in headless Chromium.

import { spawnSync } from "node:child_process";
import fs from "node:fs";
import path from "node:path";
import { buildApp } from "./build-app.mjs";
import { installModules } from "./install-modules.mjs";
import { installPackages, SetupError } from "./local-database.mjs";

const root = path.resolve(import.meta.dirname, "..");
process.chdir(root);
const env = { ...process.env, NEXT_TELEMETRY_DISABLED: "1" };
const failed = [];
let passedSteps = 0;

function step(name, command, args) {
  const began = Date.now();
  const result = spawnSync(command, args, { env, stdio: "inherit" });
  const seconds = ((Date.now() - began) / 1000).toFixed(0);
  if (result.status === 0) passedSteps++;
  else failed.push(name);
  console.log(`-- ${name}: ${result.status === 0 ? "passed" : "FAILED"} in ${seconds} s\n`);
  return result.status === 0;
}

function buildStep() {
  const began = Date.now();
  const problem = buildApp(root, env);
  if (problem === null) passedSteps++;
  else {
    failed.push("build");
    console.log(problem);
  }
  console.log(`-- build: ${problem === null ? "passed" : "FAILED"} in ${((Date.now() - began) / 1000).toFixed(0)} s\n`);
  return problem === null;
}

try {
  installModules(root);
  installPackages(["chromium", "poppler-utils", "procps"], "The tests");
  step("types", "node_modules/.bin/tsc", ["--noEmit"]);
  step("lint, format and import rules", "node_modules/.bin/biome", ["check", "."]);
  const built = buildStep();
  const report = path.join(root, ".local", "test-report.json");
  fs.mkdirSync(path.dirname(report), { recursive: true });
  fs.rmSync(report, { force: true });
  const projects = built ? [] : ["--project", "unit"];
  spawnSync(
    "node_modules/.bin/vitest",
    ["run", ...projects, "--reporter=default", "--reporter=json", `--outputFile=${report}`],
    { env, stdio: "inherit" },
  );
  if (!fs.existsSync(report)) throw new SetupError("the tests ended without a report");
  const { numPassedTests, numFailedTests, success } = JSON.parse(fs.readFileSync(report, "utf8"));
  const failures = failed.length + numFailedTests + (success || numFailedTests > 0 ? 0 : 1);
  if (failed.length > 0) console.log(`failed: ${failed.join(", ")}`);
  console.log(`${numPassedTests + passedSteps} passed, ${failures} failed`);
  process.exit(failures > 0 ? 1 : 0);
} catch (error) {
  console.error(error instanceof SetupError ? error.message : error);
  console.log("0 passed, 1 failed");
  process.exit(1);
}
