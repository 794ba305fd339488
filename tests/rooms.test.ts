/** Who may import whom: by resolved file, types too, without circles. */

import path from "node:path";
import { describe, expect, it } from "vitest";
import {
  brokenWalls,
  circles,
  deadExports,
  importCircles,
  readImports,
  sheetsThatImportSheets,
} from "../scripts/walls";

const imports = readImports(path.resolve(import.meta.dirname, ".."));

describe("rooms", () => {
  it("import only what they may", () => {
    expect(imports.length).toBeGreaterThan(800);
    expect(brokenWalls(imports)).toEqual([]);
  });
  it("hold sheets that know nothing of each other", () => {
    expect(sheetsThatImportSheets(imports)).toEqual([]);
  });
  it("import in no circle, neither files nor the folders of core", () => {
    expect(importCircles(imports)).toEqual({ files: [], folders: [] });
  });
});

describe("exports", () => {
  it("are all taken by somebody", () => {
    expect(deadExports(path.resolve(import.meta.dirname, ".."))).toEqual([]);
  });
});

describe("the walls", () => {
  it.each([
    ["src/core/plan/x.ts", "src/server/storage/db.ts"],
    ["src/core/plan/x.ts", "src/core/sheets/plan.ts"],
    ["src/core/feed/x.ts", "src/core/plan/facts.ts"],
    ["src/core/feed/x.ts", "src/core/records/inputs/fertiliser.ts"],
    ["src/core/records/x.ts", "src/core/plan/facts.ts"],
    ["src/core/plan/x.ts", "react"],
    ["src/core/plan/x.ts", "node:fs"],
    ["src/ui/x.tsx", "src/core/dates.ts"],
    ["src/server/x.ts", "src/features/plan/use-plan.ts"],
    ["src/server/contracts.ts", "src/server/storage/db.ts"],
    ["src/server/answers.ts", "src/server/storage/db.ts"],
    ["src/features/plan/x.tsx", "src/server/answers.ts"],
    ["src/features/plan/x.tsx", "src/server/plans/plans.ts"],
    ["src/app/x.tsx", "src/ui/button.tsx"],
    ["src/elsewhere/x.ts", "src/core/dates.ts"],
  ])("do not let %s import %s", (from, to) => {
    expect(brokenWalls([{ from, to }])).toHaveLength(1);
  });
  it.each([
    ["src/core/plan/x.ts", "src/core/dates.ts"],
    ["src/core/sheets/x.ts", "src/core/plan/facts.ts"],
    ["src/core/plan/x.test.ts", "node:fs"],
    ["src/features/plan/x.tsx", "src/server/contracts.ts"],
    ["src/server/contracts.ts", "src/server/answers.ts"],
    ["src/app/x.tsx", "src/server/plans/plans.ts"],
    ["src/server/x.ts", "pg"],
  ])("let %s import %s", (from, to) => {
    expect(brokenWalls([{ from, to }])).toEqual([]);
  });
  it("find circles of any length, and none where there is none", () => {
    expect(
      circles([
        ["a", "b"],
        ["b", "c"],
        ["c", "a"],
        ["c", "d"],
      ]),
    ).toEqual([["a", "b", "c"]]);
    expect(
      circles([
        ["a", "b"],
        ["a", "c"],
        ["b", "c"],
      ]),
    ).toEqual([]);
  });
  it("read imports by alias, by relative path, of types, dynamic ones and workers alike", () => {
    const to = (from: string) => imports.filter((i) => i.from === from).map((i) => i.to);
    expect(to("src/features/plan/window/use-simulation.ts")).toContain("src/workers/sowing-window.worker.ts");
    expect(to("src/core/sheets/plan.ts")).toContain("src/core/sheets/feed/part.ts");
    expect(to("src/features/plan/plan-screen.tsx")).toContain("src/features/plan/window/window-panel.tsx");
  });
});
