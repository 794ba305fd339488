/**
 * Any public export of the core from the shell, JSON in and out:
 *   npm run -s core -- sowingRate '{"targetPlantsPerM2":280,"thousandGrainWeightG":47.5,"germinationPct":96,"fieldEmergencePct":88}'
 * Functions of several arguments take a JSON array of them. "-" reads the JSON from standard input.
 */

import { readFileSync } from "node:fs";
import * as core from "../src/core/index";

const [name, argument] = process.argv.slice(2);
const functions = Object.entries(core).filter(([, value]) => typeof value === "function");
const found = functions.find(([key]) => key === name)?.[1] as ((...args: unknown[]) => unknown) | undefined;
if (!found)
  fail(`usage: npm run -s core -- <function> '<json>'\nfunctions: ${functions.map(([key]) => key).join(", ")}`);
let input: unknown;
try {
  input = JSON.parse(argument === "-" ? readFileSync(0, "utf8") : (argument ?? "{}"));
} catch (error) {
  fail(`the argument of ${name} is not JSON: ${(error as Error).message}`);
}
try {
  const result = (await found(...(Array.isArray(input) ? input : [input]))) as { ok?: boolean } | undefined;
  process.stdout.write(`${JSON.stringify(result, null, 2)}\n`);
  process.exitCode = result && result.ok === false ? 1 : 0;
} catch (error) {
  fail(`${name}: ${(error as Error).message}`);
}

function fail(message: string): never {
  process.stderr.write(`${message}\n`);
  process.exit(2);
}
