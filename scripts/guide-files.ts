/** Reads the guides of data/guides/, and writes what they compile to. */

import fs from "node:fs";
import path from "node:path";
import { CORE_SCHEMA, load } from "js-yaml";
import { TILLAGE_SYSTEMS } from "../src/core/ground/systems";
import { type CompiledGuide, compileGuides, withMarks } from "../src/core/guides/compile";
import { cropLine } from "../src/core/guides/crop-line";
import type { Surroundings } from "../src/core/guides/laws";
import { LEFTOVERS } from "../src/core/guides/previous-crops";
import { OWN } from "../src/core/plan/own-operations";
import { DELTA, MEDITERRANEAN, SUBTROPICS, UPLAND_PLAIN } from "../src/core/weather/example-climates";

const folder = (root: string) => path.join(root, "data/guides");

function read(file: string): unknown {
  try {
    return load(fs.readFileSync(file, "utf8"), { schema: CORE_SCHEMA });
  } catch (error) {
    throw new Error(`${file} is not YAML: ${(error as Error).message}`);
  }
}

function readAll(dir: string): Record<string, unknown> {
  return Object.fromEntries(
    fs
      .readdirSync(dir)
      .filter((f) => f.endsWith(".yaml"))
      .map((f) => [f.slice(0, -".yaml".length), read(path.join(dir, f))]),
  );
}

/** All guides, compiled. */
export function compileFolder(root: string): CompiledGuide[] {
  const at = folder(root);
  return compileGuides({
    sources: read(path.join(at, "sources.yaml")),
    threats: read(path.join(at, "threats.yaml")),
    schools: read(path.join(at, "schools.yaml")),
    cautions: read(path.join(at, "cautions.yaml")),
    archetypes: readAll(path.join(at, "archetypes")),
    crops: readAll(path.join(at, "crops")),
  });
}

/** The texts of the cautions that hold whatever the crop, by topic. */
function readCautions(file: string): Record<string, string> {
  const { source: _, ...texts } = read(file) as Record<string, string>;
  return withMarks(file, texts);
}

/** What the laws are checked against: all crops that there are, and a climate of each zone that has one. */
export const SURROUNDINGS = (
  compiled: CompiledGuide[],
  root: string = path.resolve(import.meta.dirname, ".."),
): Surroundings => ({
  crops: new Set([...compiled.map(({ guide }) => guide.id), ...Object.keys(LEFTOVERS)]),
  operations: new Set<string>([...Object.values(OWN), ...TILLAGE_SYSTEMS.flatMap((s) => s.passes.map((p) => p.id))]),
  zones: {
    "temperate upland plain": UPLAND_PLAIN,
    "delta, one rainy season": DELTA,
    "mediterranean lowland": MEDITERRANEAN,
    "subtropics, summer rain": SUBTROPICS,
  },
  cautions: readCautions(path.join(folder(root), "cautions.yaml")),
});

/** What is committed, by file name: one guide a file, and the list of all crops. */
export function compiledFiles(compiled: CompiledGuide[]): Record<string, string> {
  const text = (value: unknown) => `${JSON.stringify(value, null, 1)}\n`;
  return {
    ...Object.fromEntries(compiled.map((c) => [`${c.guide.id}.json`, text(c)])),
    "crops.json": text(compiled.map(({ guide }) => cropLine(guide))),
  };
}

export function writeCompiled(root: string, compiled: CompiledGuide[]): void {
  const out = path.join(folder(root), "compiled");
  fs.rmSync(out, { recursive: true, force: true });
  fs.mkdirSync(out, { recursive: true });
  for (const [name, text] of Object.entries(compiledFiles(compiled))) fs.writeFileSync(path.join(out, name), text);
}
