/** The rules of who may import whom are enforced: a break in each room is reported by the linter. */

import { spawnSync } from "node:child_process";
import path from "node:path";
import { describe, expect, it } from "vitest";

const root = path.resolve(import.meta.dirname, "..");
const lint = (file: string, code: string) =>
  spawnSync("node_modules/.bin/biome", ["lint", `--stdin-file-path=${file}`], {
    cwd: root,
    input: code,
    encoding: "utf8",
  });

describe("rooms", () => {
  it.each([
    ["src/core/plan/x.ts", "@/server/db"],
    ["src/core/plan/x.ts", "react"],
    ["src/core/plan/x.ts", "node:fs"],
    ["src/ui/x.tsx", "@/core/dates"],
    ["src/server/x.ts", "@/features/plan/use-plan"],
    ["src/features/plan/x.tsx", "@/server/plans"],
    ["src/app/x.tsx", "@/ui/button"],
  ])("%s may not import %s", (file, from) => {
    const { stdout, stderr } = lint(file, `import * as x from "${from}";\nexport const y = x;\n`);
    expect(stdout + stderr).toContain("noRestrictedImports");
  });

  it.each([
    ["src/core/plan/x.ts", "../dates"],
    ["src/server/x.ts", "@/core/dates"],
    ["src/features/plan/x.tsx", "@/ui/button"],
    ["src/app/x.tsx", "@/server/plans"],
  ])("%s may import %s", (file, from) => {
    const { stdout, stderr } = lint(file, `import * as x from "${from}";\nexport const y = x;\n`);
    expect(stdout + stderr).not.toContain("noRestrictedImports");
  });
});
