/** Crop guides for tests and scripts, as they were compiled. */

import fs from "node:fs";
import path from "node:path";
import type { CompiledGuide } from "../../src/core/guides/compile";
import type { Guide } from "../../src/core/guides/schema";

const folder = path.resolve(import.meta.dirname, "../../data/guides/compiled");

export const ALL_GUIDES: readonly Guide[] = fs
  .readdirSync(folder)
  .filter((f) => f !== "crops.json")
  .map((f) => (JSON.parse(fs.readFileSync(path.join(folder, f), "utf8")) as CompiledGuide).guide);

/** A guide that must be there. */
export function testGuide(id: string): Guide {
  const guide = ALL_GUIDES.find((g) => g.id === id);
  if (!guide) throw new Error(`there is no guide of ${id}`);
  return guide;
}
