// Builds the application when anything that goes into the build has changed since the last one.

import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import fs from "node:fs";
import { createRequire } from "node:module";
import path from "node:path";

/**
 * Builds in `root` unless the last build is of the same files. Gives what went wrong, or null.
 *
 * @param {string} root
 * @param {NodeJS.ProcessEnv} env
 * @param {(words: string) => void} say told when a build begins
 */
export function buildApp(root, env, say = () => {}) {
  const stamp = path.join(root, ".next", "wheatonomy-build");
  const now = fingerprint(root);
  const worker = path.join(root, "public", "service-worker.js");
  if (fs.existsSync(stamp) && fs.readFileSync(stamp, "utf8") === now)
    // what was cleaned away is made again, without the whole build
    return fs.existsSync(worker) ? null : buildServiceWorker(root);
  say("building, about a minute ...");
  const problem = buildServiceWorker(root);
  if (problem) return problem;
  const result = spawnSync(process.execPath, ["node_modules/next/dist/bin/next", "build"], {
    cwd: root,
    env,
    encoding: "utf8",
  });
  if (result.status !== 0) return `${result.stdout}${result.stderr}`;
  for (const [entry, outfile] of THREADS) {
    const wrong = buildThread(root, entry, outfile);
    if (wrong) return wrong;
  }
  fs.writeFileSync(stamp, now);
  return null;
}

/** What threads beside the server work with: written documents, files that are read. */
const THREADS = [
  ["src/server/documents/index.ts", ".next/documents.mjs"],
  ["src/server/import/read-file.ts", ".next/files.mjs"],
];

/** The work of a thread as one file; gives what went wrong, or null. */
const buildThread = (root, entry, outfile) =>
  bundle({
    absWorkingDir: root,
    entryPoints: [entry],
    outfile,
    platform: "node",
    format: "esm",
    target: "node20",
    packages: "external",
  });

/** The service worker as one script at the root of the site; gives what went wrong, or null. */
const buildServiceWorker = (root) =>
  bundle({
    absWorkingDir: root,
    entryPoints: ["src/features/offline/service-worker.ts"],
    outfile: "public/service-worker.js",
    minify: true,
    format: "iife",
    target: "es2020",
    define: { "process.env.NODE_ENV": '"production"' },
  });

function bundle(options) {
  try {
    // asked for only now: ./start and ./test load this file before they install the modules
    const { buildSync } = createRequire(import.meta.url)("esbuild");
    buildSync({ bundle: true, logLevel: "silent", ...options });
    return null;
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  }
}

function fingerprint(root) {
  const hash = createHash("sha256");
  const visit = (item) => {
    if (fs.statSync(item).isDirectory()) for (const name of fs.readdirSync(item).sort()) visit(path.join(item, name));
    else if (!/\.test\.tsx?$/.test(item)) hash.update(path.relative(root, item)).update(fs.readFileSync(item));
  };
  for (const item of ["src", "package-lock.json", "next.config.ts", "postcss.config.mjs", "tsconfig.json"])
    if (fs.existsSync(path.join(root, item))) visit(path.join(root, item));
  return hash.digest("hex");
}
