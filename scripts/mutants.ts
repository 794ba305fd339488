/**
 * Mutants: npm run mutants [seed] [count] [log]. Changes one thing at a time in what assembles a plan (src/core/plan and
 * src/core/sheets) and looks whether a test notices. The sample is drawn by a seed over five operators: a comparison, a
 * sign, a constant, a removed statement, swapped arguments. A mutant that the compiler refuses counts as noticed.
 * Prints the ones that nothing notices; exits with 1 where they are more than 15 of 100. With the log of a former run only
 * the ones that it printed are tried again, wherever they stand now.
 */

import { execFile } from "node:child_process";
import fs from "node:fs";
import path from "node:path";
import { parseAst } from "vite";

const root = path.resolve(import.meta.dirname, "..");
process.chdir(root);
const seed = Number(process.argv[2] ?? 7);
const count = Number(process.argv[3] ?? 200);
const MAY_SURVIVE = 0.15;
const WORKSPACES = 2;
const SOURCES = ["src/core/plan", "src/core/sheets"];
/** data for examples, not code that assembles */
const NOT = /\.test\.ts$|example-facts\.ts$/;
const TESTS = ["src/core/plan", "src/core/sheets"];
const TIMEOUT_MS = 180_000;

interface Mutant {
  file: string;
  start: number;
  end: number;
  text: string;
  operator: string;
}
interface Node {
  type: string;
  start: number;
  end: number;
  [key: string]: unknown;
}

const COMPARISON: Record<string, string> = {
  "<": "<=",
  "<=": "<",
  ">": ">=",
  ">=": ">",
  "===": "!==",
  "!==": "===",
};
const SIGN: Record<string, string> = { "+": "-", "-": "+", "*": "/", "/": "*" };

/** All mutants of a file, in order. */
function mutantsOf(file: string): Mutant[] {
  const code = fs.readFileSync(file, "utf8");
  const found: Mutant[] = [];
  const text = (node: Node) => code.slice(node.start, node.end);
  const add = (node: { start: number; end: number }, changed: string, operator: string) =>
    found.push({ file, start: node.start, end: node.end, text: changed, operator });
  const visit = (node: Node) => {
    // types have no behaviour
    if (
      node.type.startsWith("TS") &&
      !["TSAsExpression", "TSSatisfiesExpression", "TSNonNullExpression"].includes(node.type)
    )
      return;
    if (node.type === "ImportDeclaration") return;
    if (node.type === "BinaryExpression") {
      const [left, right] = [node.left as Node, node.right as Node];
      const operator = node.operator as string;
      const changed = COMPARISON[operator] ?? (isText(left) || isText(right) ? undefined : SIGN[operator]);
      const between = code.slice(left.end, right.start);
      if (changed)
        add(
          { start: left.end, end: right.start },
          between.replace(operator, changed),
          COMPARISON[operator] ? "comparison" : "sign",
        );
    }
    if (node.type === "Literal" && typeof node.value === "number") add(node, String(node.value + 1), "constant");
    if (node.type === "ExpressionStatement") add(node, ";", "removed statement");
    if (node.type === "CallExpression") {
      const [first, second] = node.arguments as Node[];
      // the lesser of two is the same either way round
      const commutes = /^Math\.(min|max|hypot)$/.test(text(node.callee as Node));
      if (
        !commutes &&
        first &&
        second &&
        text(first) !== text(second) &&
        first.type !== "SpreadElement" &&
        second.type !== "SpreadElement"
      )
        add(
          { start: first.start, end: second.end },
          `${text(second)}${code.slice(first.end, second.start)}${text(first)}`,
          "swapped arguments",
        );
    }
    for (const [key, child] of Object.entries(node)) {
      if (key === "typeAnnotation" || key === "typeArguments" || key === "typeParameters" || key === "returnType")
        continue;
      for (const one of Array.isArray(child) ? child : [child])
        if (one && typeof one === "object" && typeof (one as Node).type === "string") visit(one as Node);
    }
  };
  visit(parseAst(code, { lang: "ts" }) as unknown as Node);
  return found;
}

const isText = (node: Node) =>
  node.type === "TemplateLiteral" || (node.type === "Literal" && typeof node.value === "string");

function files(folder: string): string[] {
  return fs
    .readdirSync(folder, { withFileTypes: true })
    .flatMap((e) => (e.isDirectory() ? files(path.join(folder, e.name)) : [path.join(folder, e.name)]))
    .filter((f) => f.endsWith(".ts") && !NOT.test(f))
    .sort();
}

/** A sample without repetition, the same for the same seed (a linear congruential generator, Numerical Recipes). */
function sample<T>(list: T[], n: number): T[] {
  const rest = [...list];
  let state = seed >>> 0;
  return Array.from({ length: Math.min(n, rest.length) }, () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return rest.splice(state % rest.length, 1)[0] as T;
  });
}

/** A copy of the project's sources in which one file at a time is changed. */
function workspace(n: number): string {
  const home = path.join(root, ".local/mutants", String(n));
  fs.rmSync(home, { recursive: true, force: true });
  fs.mkdirSync(home, { recursive: true });
  for (const item of [
    "src",
    "tests",
    "scripts",
    "data",
    "package.json",
    "tsconfig.json",
    "vitest.config.ts",
    "next-env.d.ts",
  ])
    if (fs.existsSync(item)) fs.cpSync(item, path.join(home, item), { recursive: true });
  fs.symlinkSync(path.join(root, "node_modules"), path.join(home, "node_modules"));
  return home;
}

const run = (cwd: string, args: string[]) =>
  new Promise<boolean>((resolve) => {
    execFile(process.execPath, args, { cwd, timeout: TIMEOUT_MS, maxBuffer: 1e8 }, (error) => resolve(error === null));
  });
const tests = (cwd: string) =>
  run(cwd, [
    "node_modules/vitest/vitest.mjs",
    "run",
    "--project",
    "unit",
    "--bail",
    "1",
    "--reporter",
    "dot",
    ...TESTS,
  ]);
const compiles = (cwd: string) => run(cwd, ["node_modules/typescript/lib/tsc.js", "--noEmit"]);

const short = (text: string) => text.replace(/\s+/g, " ").slice(0, 70);
const codeOf = (file: string) => fs.readFileSync(path.join(root, file), "utf8");
/** A mutant in words, without its line. */
const inWords = (m: Mutant, code: string) => `${m.operator}: ${short(code.slice(m.start, m.end))} -> ${short(m.text)}`;
const lineOf = (m: Mutant, code: string) => code.slice(0, m.start).split("\n").length;

/** The mutants that a log names, each the one of its words that stands nearest to its line. */
function named(log: string, among: Mutant[]): Mutant[] {
  return log.split("\n").flatMap((text) => {
    const [, file, line, words] = /^(src\/\S+):(\d+) (.*)$/.exec(text) ?? [];
    if (!file || !fs.existsSync(path.join(root, file))) return [];
    const code = codeOf(file);
    return among
      .filter((m) => m.file === file && inWords(m, code) === words)
      .sort((a, b) => Math.abs(lineOf(a, code) - Number(line)) - Math.abs(lineOf(b, code) - Number(line)))
      .slice(0, 1);
  });
}

const all = SOURCES.flatMap(files).flatMap(mutantsOf);
const log = process.argv[4];
const chosen = log ? named(fs.readFileSync(log, "utf8"), all) : sample(all, count);
console.log(`${all.length} mutants in ${SOURCES.join(" and ")}; ${chosen.length} of them by seed ${seed}`);
const homes = Array.from({ length: WORKSPACES }, (_, n) => workspace(n));
if (!(await tests(homes[0] as string))) throw new Error("the tests fail without a mutant");

const queue = [...chosen];
const survived: Mutant[] = [];
await Promise.all(
  homes.map(async (home) => {
    for (let mutant = queue.shift(); mutant; mutant = queue.shift()) {
      const at = path.join(home, mutant.file);
      const code = fs.readFileSync(at, "utf8");
      fs.writeFileSync(at, code.slice(0, mutant.start) + mutant.text + code.slice(mutant.end));
      if ((await tests(home)) && (await compiles(home))) {
        survived.push(mutant);
        console.log(`${mutant.file}:${lineOf(mutant, code)} ${inWords(mutant, code)}`);
      }
      fs.writeFileSync(at, code);
    }
  }),
);
fs.rmSync(path.join(root, ".local/mutants"), { recursive: true, force: true });
console.log(`${survived.length} of ${chosen.length} survive (at most ${Math.floor(MAY_SURVIVE * chosen.length)} may)`);
process.exit(survived.length > MAY_SURVIVE * chosen.length ? 1 : 0);
