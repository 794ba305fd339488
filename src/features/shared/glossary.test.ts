/** What the glossary says is not said any more is not said: in screens, findings, records and guides. */

import fs from "node:fs";
import path from "node:path";
import { expect, it } from "vitest";

const root = path.resolve(import.meta.dirname, "../../..");
const SOURCES = [
  { folder: "src", of: /\.tsx?$/, not: /\.test\.tsx?$/ },
  { folder: "data/guides", of: /\.yaml$/, not: /sources\.yaml$|compiled/ },
];

function filesOf({ folder, of, not }: (typeof SOURCES)[number]): string[] {
  return fs
    .readdirSync(path.join(root, folder), { recursive: true, encoding: "utf8" })
    .filter((file) => of.test(file) && !not.test(file))
    .map((file) => path.join(folder, file));
}

/** Rows of the terms: what is said, and what is not. */
const terms = fs
  .readFileSync(path.join(root, "docs/glossary.md"), "utf8")
  .split("## Terms")[1]!
  .split("\n")
  .flatMap((line) => {
    const [, say, not] = /^\| (.+) \| (.+) \|$/.exec(line) ?? [];
    return say && not && say !== "say" && !say.startsWith("--") ? [{ say, not }] : [];
  });

/** Text that somebody may read: what is quoted, or stands between tags, or in a guide; not comments, nor old headings that are still read. */
const readable = (file: string): string =>
  fs
    .readFileSync(path.join(root, file), "utf8")
    .replace(/\/\*[\s\S]*?\*\/|^\s*\/\/.*$|^\s*#.*$/gm, "")
    .replace(/also: \[[^\]]*\]/g, "");

it("is followed in every screen, finding, record and guide", () => {
  expect(terms.length).toBeGreaterThan(150);
  const said: string[] = [];
  for (const file of SOURCES.flatMap(filesOf)) {
    const text = readable(file);
    for (const { say, not } of terms) {
      const quoted = not.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");
      const found = file.endsWith(".yaml")
        ? new RegExp(`\\b${quoted}\\b`).test(text)
        : new RegExp(`(["\`>]|^\\s*)${quoted}(?=["\`<,:;.{]|$)`, "m").test(text);
      if (found) said.push(`${file}: "${not}", say "${say}"`);
    }
  }
  expect(said).toEqual([]);
});
