/** The rules of who may import whom are enforced: a break in each room is reported by the linter. */

import { spawnSync } from "node:child_process";
import { rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";

const root = path.resolve(import.meta.dirname, "..");
/** The linter's word on a file in a room; the file stands there only for as long as it takes. */
function lint(file: string, code: string): string {
  const full = path.join(root, file);
  writeFileSync(full, code);
  try {
    const { stdout, stderr } = spawnSync("node_modules/.bin/biome", ["lint", file], { cwd: root, encoding: "utf8" });
    return stdout + stderr;
  } finally {
    rmSync(full);
  }
}

describe("rooms", () => {
  it.each([
    ["src/core/plan/room-check.ts", "@/server/db"],
    ["src/core/plan/room-check.ts", "react"],
    ["src/core/plan/room-check.ts", "node:fs"],
    ["src/ui/room-check.tsx", "@/core/dates"],
    ["src/server/room-check.ts", "@/features/plan/use-plan"],
    ["src/features/plan/room-check.tsx", "@/server/plans"],
    ["src/app/room-check.tsx", "@/ui/button"],
  ])("%s may not import %s", (file, from) => {
    expect(lint(file, `import * as x from "${from}";\nexport const y = x;\n`)).toContain("noRestrictedImports");
  });

  it.each([
    ["src/core/plan/room-check.ts", "../dates"],
    ["src/server/room-check.ts", "@/core/dates"],
    ["src/features/plan/room-check.tsx", "@/ui/button"],
    ["src/app/room-check.tsx", "@/server/plans"],
  ])("%s may import %s", (file, from) => {
    expect(lint(file, `import * as x from "${from}";\nexport const y = x;\n`)).not.toContain("noRestrictedImports");
  });
});
