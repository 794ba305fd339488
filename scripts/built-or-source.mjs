// What a thread works with: what the build made of it, which is loaded in half the time, else its source.

import fs from "node:fs";
import path from "node:path";

const root = path.resolve(import.meta.dirname, "..");

/**
 * @param {string} built file in .next
 * @param {string} source file in src
 */
export async function builtOrSource(built, source) {
  const made = path.join(root, ".next", built);
  if (fs.existsSync(made)) return import(made);
  (await import("tsx/esm/api")).register();
  return import(path.join(root, source));
}
