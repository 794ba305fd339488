/**
 * Compiles the crop guides of data/guides/ and checks their laws:
 *   npm run guides                                    writes data/guides/compiled/
 *   npm run guides -- wheat [kind [method [product]]]  prints a crop's resolved guide, where each figure comes from, and
 *                                                     what is recalled or assumed
 */

import path from "node:path";
import { brokenLaws } from "../src/core/guides/laws";
import { ORIGINS, type Origin, resolveGuide } from "../src/core/guides/resolve-guide";
import { unwrap } from "../src/core/result";
import { compileFolder, SURROUNDINGS, writeCompiled } from "./guide-files";

const root = path.resolve(import.meta.dirname, "..");
const [crop, kind, method, product] = process.argv.slice(2);
const compiled = compileFolder(root);
const broken = compiled.flatMap(({ guide }) =>
  brokenLaws(guide, SURROUNDINGS(compiled)).map((what) => `${guide.id}: ${what}`),
);
if (broken.length > 0) {
  console.error(`guides break their laws:\n${broken.map((b) => `  ${b}`).join("\n")}`);
  process.exit(1);
}
if (crop === undefined) {
  writeCompiled(root, compiled);
  for (const { guide, archetype } of compiled)
    console.log(`${guide.id}: ${guide.kinds.length} kinds, ${archetype.length} leaves from its archetype`);
} else print(crop);

function print(id: string): void {
  const found = compiled.find(({ guide }) => guide.id === id);
  if (!found) {
    console.error(`no crop "${id}"; there are ${compiled.map(({ guide }) => guide.id).join(", ")}`);
    process.exit(1);
  }
  const resolved = unwrap(resolveGuide(found.guide, { kind, method, product }));
  console.log(`${found.guide.name}: ${resolved.kind.name}, ${resolved.method.name}, ${resolved.product.name}\n`);
  const archetype = new Set(found.archetype);
  const counts: Record<string, number> = {};
  const origin = (at: string): Origin => {
    for (let p = at; p; p = p.includes(".") ? p.slice(0, p.lastIndexOf(".")) : "") {
      const own = resolved.origins[p];
      if (own) return own;
      if (archetype.has(p)) return "archetype";
    }
    return "crop";
  };
  const line = (at: string, text: string, source: string) => {
    const from = origin(at);
    counts[from] = (counts[from] ?? 0) + 1;
    console.log(`${from.padEnd(10)} ${at}: ${text}${source ? `  (${source})` : ""}`);
  };
  const walk = (at: string, node: unknown, source: string): void => {
    if (node === null || typeof node !== "object") {
      line(at, String(node), source);
      return;
    }
    const own = "source" in node && typeof node.source === "string" ? node.source : source;
    if ("typical" in node && "low" in node) {
      const { low, typical, high } = node as unknown as { low: number; typical: number; high: number };
      line(at, `${low} to ${high}, typically ${typical}`, own);
      return;
    }
    if ("value" in node && "source" in node) {
      line(at, String(node.value), own);
      return;
    }
    if (Array.isArray(node)) {
      if (node.every((item) => item === null || typeof item !== "object")) {
        line(at, node.join(", "), own);
        return;
      }
      node.forEach((item, i) => {
        walk(`${at}.${(item as { id?: string })?.id ?? i}`, item, own);
      });
      return;
    }
    for (const [key, value] of Object.entries(node))
      if (!["source", "id", "patch", "sources"].includes(key)) walk(at ? `${at}.${key}` : key, value, own);
  };
  walk("", resolved.guide, "");
  console.log(`\nlines by origin: ${ORIGINS.flatMap((o) => (counts[o] ? [`${o} ${counts[o]}`] : [])).join(", ")}`);
  const doubtful: Record<string, number> = {};
  JSON.stringify(resolved.guide, (key, value) => {
    const evidence =
      key === "source" && typeof value === "string" ? resolved.guide.sources[value]?.evidence : undefined;
    if (evidence === "recalled" || evidence === "assumption") doubtful[evidence] = (doubtful[evidence] ?? 0) + 1;
    return value;
  });
  console.log(`to check next: ${doubtful.recalled ?? 0} figures recalled, ${doubtful.assumption ?? 0} assumed`);
}
