/**
 * Who may import whom, by the file that an import resolves to (aliases and relative ones alike, types too), and circles:
 * between files, and between the folders of core. Used by the tests; npx tsx scripts/walls.ts prints what is broken.
 */

import fs from "node:fs";
import { builtinModules } from "node:module";
import path from "node:path";

export interface Import {
  from: string;
  /** a file of the project, or the name of a package */
  to: string;
}

/** Rooms and what each may import, the most special first; tests may import anything. */
const ROOMS: [room: string, allowed: string[]][] = [
  // within core: tools, then formulas, records, what plans share, sheets
  ["src/core/records/", ["src/core/records/", "TOOLS", "FORMULAS"]],
  ["src/core/plan/", ["src/core/plan/", "TOOLS", "FORMULAS", "src/core/records/"]],
  ["src/core/sheets/", ["src/core/"]],
  ["src/core/views/", ["src/core/"]],
  ["src/core/index.ts", ["src/core/"]],
  ["FORMULAS", ["TOOLS", "FORMULAS"]],
  ["TOOLS", ["TOOLS", "FORMULAS"]],
  ["src/ui/", ["src/ui/"]],
  ["src/workers/", ["src/workers/", "src/core/"]],
  // what contracts answer with is theirs: screens take it from there
  ["src/server/answers-of-records.ts", ["src/core/"]],
  ["src/server/answers-of-harvest.ts", ["src/core/"]],
  ["src/server/answers.ts", ["src/server/answers-of-records.ts", "src/server/answers-of-harvest.ts", "src/core/"]],
  ["src/server/contracts.ts", ["src/server/answers.ts", "src/core/"]],
  ["src/server/", ["src/server/", "src/core/"]],
  ["src/features/", ["src/features/", "src/ui/", "src/core/", "src/workers/", "src/server/contracts.ts"]],
  ["src/instrumentation-client.ts", ["src/features/"]],
  ["src/app/", ["src/app/", "src/features/", "src/server/", "src/core/"]],
];
const GROUPS: Record<string, string[]> = {
  TOOLS: [
    "src/core/args.ts",
    "src/core/cautions.ts",
    "src/core/dates.ts",
    "src/core/figure/",
    "src/core/memo.ts",
    "src/core/nutrients.ts",
    "src/core/random.ts",
    "src/core/result.ts",
    "src/core/sheet-ids.ts",
    "src/core/typed-date.ts",
    "src/core/guides/",
    "src/core/phenology/",
    "src/core/season/",
    "src/core/units/",
    "src/core/weather/",
  ],
  FORMULAS: [
    "src/core/establish/",
    "src/core/feed/",
    "src/core/ground/",
    "src/core/harvest/",
    "src/core/rehearsal/",
    "src/core/keep/",
    "src/core/money/",
    "src/core/protect/",
    "src/core/review/",
    "src/core/soil/",
    "src/core/water/",
  ],
};
/** Packages that a room may not use: core knows no React, SQL, file system; ui no Next. */
const BARRED: [room: string, packages: RegExp][] = [
  ["src/core/", /^(react|react-dom|next|pg)(\/|$)|^node:/],
  ["src/ui/", /^(next|pg)(\/|$)|^node:/],
  ["src/features/", /^pg(\/|$)|^node:/],
];

const inGroup = (file: string, name: string): boolean =>
  (GROUPS[name] ?? [name]).some((p) => (p.endsWith("/") ? file.startsWith(p) : file === p));

/** Every import of the files under src/, resolved. */
export function readImports(root: string): Import[] {
  const files = fs
    .readdirSync(path.join(root, "src"), { recursive: true, encoding: "utf8" })
    .map((f) => path.posix.join("src", f.split(path.sep).join("/")))
    .filter((f) => /\.(ts|tsx)$/.test(f));
  const known = new Set(files);
  const resolve = (from: string, spec: string): string => {
    const base = spec.startsWith("@/")
      ? `src/${spec.slice(2)}`
      : spec.startsWith(".")
        ? path.posix.join(path.posix.dirname(from), spec)
        : null;
    if (base === null) return builtinModules.includes(spec) ? `node:${spec}` : spec;
    const found = [base, `${base}.ts`, `${base}.tsx`, `${base}/index.ts`, `${base}/index.tsx`].find((f) =>
      known.has(f),
    );
    return found ?? base;
  };
  return files.flatMap((from) => {
    const text = fs.readFileSync(path.join(root, from), "utf8").replace(/\/\*[\s\S]*?\*\/|^\s*\/\/.*$/gm, "");
    const specs = [
      ...text.matchAll(/\b(?:import|export)\b[^"';]*?\bfrom\s*["']([^"']+)["']/g),
      ...text.matchAll(/\bimport\s*\(?\s*["']([^"']+)["']/g),
      ...text.matchAll(/new URL\(\s*["'](\.[^"']+)["']\s*,\s*import\.meta\.url/g),
    ].map((m) => m[1] as string);
    return specs.map((spec) => ({ from, to: resolve(from, spec) }));
  });
}

const isTest = (file: string) => /\.test\.tsx?$/.test(file);

/** Imports that break a wall, as "from imports to". */
export function brokenWalls(imports: Import[]): string[] {
  return imports.flatMap(({ from, to }) => {
    if (isTest(from)) return [];
    const barred = BARRED.some(([room, packages]) => from.startsWith(room) && packages.test(to));
    if (!to.startsWith("src/") && !to.startsWith("..")) return barred ? [`${from} imports ${to}`] : [];
    const room = ROOMS.find(([name]) => inGroup(from, name));
    if (!room) return [`${from} stands in no room`];
    const allowed = room[1].some((name) => inGroup(to, name));
    return allowed || /\.css$/.test(to) ? [] : [`${from} imports ${to}`];
  });
}

/** Sheets that import another sheet, which they may only read by the shape of the plan. */
export function sheetsThatImportSheets(imports: Import[]): string[] {
  const sheet = (file: string) => /^src\/core\/sheets\/([a-z]+)\//.exec(file)?.[1];
  return imports.flatMap(({ from, to }) => {
    const [a, b] = [sheet(from), sheet(to)];
    // what is checked across sheets asks all of them, and none of them asks it
    return a && b && a !== b && a !== "checks" && !isTest(from) ? [`${from} imports ${to}`] : [];
  });
}

/** Circles of a graph, each as the list of its members, the smallest name first. */
export function circles(edges: [string, string][]): string[][] {
  const next = new Map<string, Set<string>>();
  for (const [a, b] of edges) next.set(a, (next.get(a) ?? new Set()).add(b));
  const found: string[][] = [];
  const state = new Map<string, "open" | "done">();
  const stack: string[] = [];
  const visit = (node: string) => {
    state.set(node, "open");
    stack.push(node);
    for (const to of next.get(node) ?? []) {
      if (state.get(to) === "open") found.push(stack.slice(stack.indexOf(to)));
      else if (!state.has(to)) visit(to);
    }
    stack.pop();
    state.set(node, "done");
  };
  for (const node of [...next.keys()].sort()) if (!state.has(node)) visit(node);
  return found;
}

/** Circles between files, and between the folders of core. */
export function importCircles(imports: Import[]): { files: string[][]; folders: string[][] } {
  const own = imports.filter(({ from, to }) => to.startsWith("src/") && !isTest(from));
  const folder = (file: string) => /^src\/core\/([^/]+)\//.exec(file)?.[1];
  const between = own.flatMap(({ from, to }): [string, string][] => {
    const [a, b] = [folder(from), folder(to)];
    return a && b && a !== b ? [[a, b]] : [];
  });
  return { files: circles(own.map((i) => [i.from, i.to])), folders: circles(between) };
}

if (process.argv[1]?.endsWith("walls.ts")) {
  const imports = readImports(path.resolve(import.meta.dirname, ".."));
  const { files, folders } = importCircles(imports);
  for (const line of [...brokenWalls(imports), ...sheetsThatImportSheets(imports)]) console.log(line);
  for (const circle of files) console.log(`circle: ${circle.join(" > ")}`);
  for (const circle of folders) console.log(`folders: ${circle.join(" > ")}`);
}

/**
 * What files under src/ export and no other file of the project names: left over. Names are looked for as words, so one that another file
 * uses for something else is let pass; files that the framework reads by their place are left out.
 */
export function deadExports(root: string): string[] {
  const files = ["src", "scripts", "tests"].flatMap((room) =>
    fs
      .readdirSync(path.join(root, room), { recursive: true, encoding: "utf8" })
      .map((f) => path.posix.join(room, f.split(path.sep).join("/")))
      .filter((f) => /\.(ts|tsx|mjs)$/.test(f)),
  );
  const named = new Map<string, number>();
  const texts = files.map((file) => [file, fs.readFileSync(path.join(root, file), "utf8")] as const);
  for (const [, text] of texts)
    for (const word of new Set(text.match(/[A-Za-z_$][\w$]*/g))) named.set(word, (named.get(word) ?? 0) + 1);
  return texts.flatMap(([file, text]) =>
    !file.startsWith("src/") || file.startsWith("src/app/") || BY_PLACE.includes(file) || file.includes(".test.")
      ? []
      : [...text.matchAll(EXPORTED)].flatMap(([, name]) =>
          named.get(name as string) === 1 ? [`${file}: ${name}`] : [],
        ),
  );
}
const EXPORTED = /^export (?:async )?(?:const|function\*?|class|interface|type) ([A-Za-z_$][\w$]*)/gm;
/** Read by the framework. */
const BY_PLACE = ["src/proxy.ts", "src/middleware.ts", "src/instrumentation.ts", "src/instrumentation-client.ts"];
