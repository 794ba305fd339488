import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { afterEach, describe, expect, it } from "vitest";
import { compileFolder } from "../../../scripts/guide-files";

const made: string[] = [];
afterEach(() => {
  for (const folder of made.splice(0)) fs.rmSync(folder, { recursive: true });
});

/** A folder of guides where the file of threats says this. */
function withThreats(text: string): string {
  const root = fs.mkdtempSync(path.join(os.tmpdir(), "guides-"));
  made.push(root);
  const folder = path.join(root, "data/guides");
  for (const kind of ["archetypes", "crops"]) fs.mkdirSync(path.join(folder, kind), { recursive: true });
  fs.writeFileSync(
    path.join(folder, "sources.yaml"),
    "assumption: {title: Assumption, holds: nothing, evidence: assumption}\n",
  );
  fs.writeFileSync(path.join(folder, "threats.yaml"), text);
  for (const shared of ["schools", "cautions"])
    fs.writeFileSync(path.join(folder, `${shared}.yaml`), "source: assumption\n");
  return root;
}

describe("a file of guides", () => {
  it("that says something twice is refused, by file and line", () => {
    const twice = "source: assumption\nrust: {name: Rust}\nrust: {name: Other rust}\n";
    expect(() => compileFolder(withThreats(twice))).toThrow(/threats\.yaml is not YAML: .*duplicated.*\(3:/s);
  });

  it("that is no YAML is refused, by file and line", () => {
    expect(() => compileFolder(withThreats("source: assumption\nrust: [1, 2\nother: 3\n"))).toThrow(
      /threats\.yaml is not YAML: .*\(3:/s,
    );
  });

  it("has words that are no more than words: yes is the name of a source here, not true", () => {
    const root = withThreats("source: yes\n");
    expect(compileFolder(root)).toEqual([]);
    fs.writeFileSync(path.join(root, "data/guides/threats.yaml"), "source: true\n");
    expect(() => compileFolder(root)).toThrow(/expected string/);
  });
});
