// ./start: installs what is missing, starts the database, migrates, loads the demo data where there is none, builds what
// changed, serves. Run again it starts in seconds and keeps the data. PORT and DATABASE_URL may be set.

import { spawn, spawnSync } from "node:child_process";
import { createHash, randomBytes } from "node:crypto";
import fs from "node:fs";
import path from "node:path";
import { installModules } from "./install-modules.mjs";
import { portIsFree, SetupError, startDatabase } from "./local-database.mjs";

const root = path.resolve(import.meta.dirname, "..");
process.chdir(root);
process.env.NEXT_TELEMETRY_DISABLED = "1";
const local = path.join(root, ".local");

async function main() {
  const port = Number(process.env.PORT ?? 3027);
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new SetupError(`PORT: ${process.env.PORT} given, allowed is a port from 1 to 65535.`);
  if (!(await portIsFree(port)))
    throw new SetupError(
      `Port ${port} is taken by another program (or by a Wheatonomy that runs already: look at http://127.0.0.1:${port}).\nChoose another: PORT=${port + 1} ./start`,
    );
  fs.mkdirSync(local, { recursive: true });
  installModules(root);

  let database = null;
  const env = {
    ...process.env,
    BETTER_AUTH_URL: `http://127.0.0.1:${port}`,
    BETTER_AUTH_SECRET: process.env.BETTER_AUTH_SECRET ?? secret(),
  };
  if (!env.DATABASE_URL) {
    database = await startDatabase(path.join(local, "database"));
    env.DATABASE_URL = database.url;
    env.MIGRATION_DATABASE_URL = database.ownerUrl;
  }
  const stop = () => database?.stop();
  try {
    run("node_modules/.bin/tsx", ["scripts/prepare-database.ts"], env, "the database could not be prepared");
    build(env);
  } catch (error) {
    stop();
    throw error;
  }

  const server = spawn(
    process.execPath,
    ["node_modules/next/dist/bin/next", "start", "-H", "127.0.0.1", "-p", String(port)],
    { env, stdio: ["ignore", "pipe", "inherit"] },
  );
  let ending = false;
  let worker = null;
  // drafts outlines beside the application; one that ends by itself is started again
  const work = () => {
    worker = spawn("node_modules/.bin/tsx", ["scripts/worker.ts"], { env, stdio: ["ignore", "inherit", "inherit"] });
    worker.on("exit", () => ending || setTimeout(() => ending || work(), 2000));
  };
  work();
  for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => server.kill("SIGTERM"));
  server.on("exit", (code) => {
    ending = true;
    worker?.kill("SIGTERM");
    stop();
    process.exit(code ?? 0);
  });
  server.stdout.on("data", (chunk) => {
    if (!String(chunk).includes("Ready")) return;
    console.log(
      `\nWheatonomy is at http://127.0.0.1:${port}\n  sign in as  imre@castellan.example   (or noor@castellan.example, grower@pennick.example)\n  password    harvest-by-figures\nCtrl+C stops it; the data stays.\n`,
    );
  });
}

function run(command, args, env, what) {
  const result = spawnSync(command, args, { env, stdio: "inherit" });
  if (result.status !== 0) throw new SetupError(`${what}; see above.`);
}

/** Builds when anything that goes into the build has changed since the last one. */
function build(env) {
  const stamp = path.join(root, ".next", "wheatonomy-build");
  const now = fingerprint();
  if (fs.existsSync(stamp) && fs.readFileSync(stamp, "utf8") === now) return;
  console.log("building, about a minute ...");
  const result = spawnSync(process.execPath, ["node_modules/next/dist/bin/next", "build"], { env, encoding: "utf8" });
  if (result.status !== 0) throw new SetupError(`the build failed:\n${result.stdout}${result.stderr}`);
  fs.writeFileSync(stamp, now);
}

function fingerprint() {
  const hash = createHash("sha256");
  const visit = (item) => {
    if (fs.statSync(item).isDirectory()) for (const name of fs.readdirSync(item).sort()) visit(path.join(item, name));
    else if (!/\.test\.tsx?$/.test(item)) hash.update(item).update(fs.readFileSync(item));
  };
  for (const item of ["src", "package-lock.json", "next.config.ts", "postcss.config.mjs", "tsconfig.json"])
    if (fs.existsSync(item)) visit(item);
  return hash.digest("hex");
}

function secret() {
  const file = path.join(local, "secret");
  if (!fs.existsSync(file)) fs.writeFileSync(file, randomBytes(32).toString("hex"), { mode: 0o600 });
  return fs.readFileSync(file, "utf8");
}

main().catch((error) => {
  console.error(error instanceof SetupError ? `\nWheatonomy cannot start: ${error.message}` : error);
  process.exit(1);
});
