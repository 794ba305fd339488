// ./start: installs what is missing, starts the database, migrates, loads the demo data where there is none, builds what
// changed, serves, and starts again what dies. Run again it starts in seconds and keeps the data.
// PORT, HOST, DATABASE_URL, BETTER_AUTH_URL, TLS_CERT and TLS_KEY, TRUSTED_PROXY and WORKERS may be set: see README.md.

import { spawn, spawnSync } from "node:child_process";
import { randomBytes } from "node:crypto";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { buildApp } from "./build-app.mjs";
import { installModules } from "./install-modules.mjs";
import { keepAlive } from "./keep-alive.mjs";
import { portIsFree, SetupError, startDatabase } from "./local-database.mjs";

const root = path.resolve(import.meta.dirname, "..");
process.chdir(root);
process.env.NEXT_TELEMETRY_DISABLED = "1";
const local = path.join(root, ".local");
/** Looks after the database so often [ms]. */
const LOOK_MS = 2000;
const LOOPBACK = ["127.0.0.1", "localhost", "::1"];

/** What may be said to ./start about the demo. */
const WISHES = ["--demo", "--no-demo", "--empty"];

async function main() {
  const wish = process.argv.slice(2);
  const unknown = wish.find((w) => !WISHES.includes(w));
  if (unknown !== undefined) throw new SetupError(`${unknown} given, allowed are ${WISHES.join(", ")} or nothing.`);
  const port = Number(process.env.PORT ?? 3027);
  const host = process.env.HOST ?? "127.0.0.1";
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new SetupError(`PORT: ${process.env.PORT} given, allowed is a port from 1 to 65535.`);
  if (!(await portIsFree(port, host)))
    throw new SetupError(
      `Port ${port} is taken by another program (or by a Wheatonomy that runs already: look at http://127.0.0.1:${port}).\nChoose another: PORT=${port + 1} ./start`,
    );
  const scheme = tls() ? "https" : "http";
  fs.mkdirSync(local, { recursive: true });
  installModules(root);
  await checkProxy();

  let database = null;
  const env = {
    ...process.env,
    HOST: host,
    PORT: String(port),
    BETTER_AUTH_URL: process.env.BETTER_AUTH_URL ?? `${scheme}://127.0.0.1:${port}`,
    BETTER_AUTH_SECRET: process.env.BETTER_AUTH_SECRET ?? secret(),
    NODE_ENV: "production",
  };
  if (!env.DATABASE_URL) {
    database = await startDatabase(path.join(local, "database"));
    env.DATABASE_URL = database.url;
    env.MIGRATION_DATABASE_URL = database.ownerUrl;
  }
  try {
    run("node_modules/.bin/tsx", ["scripts/prepare-database.ts", ...wish], env, "the database could not be prepared");
    build(env);
  } catch (error) {
    database?.stop();
    throw error;
  }

  let ending = false;
  const kept = [];
  const end = (code) => {
    if (ending) return;
    ending = true;
    const done = kept.map((process) => process.stop());
    void Promise.all(done).then(() => {
      database?.stop();
      process.exit(code);
    });
  };
  for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => end(0));
  const giveUp = (what) => {
    console.error(
      `\nWheatonomy: ${what}; its reason stands above. Nothing that was saved is lost; ./start begins anew.`,
    );
    end(1);
  };

  let said = false;
  kept.push(
    keepAlive(
      "the server",
      () => {
        const server = spawn(process.execPath, ["scripts/serve.mjs"], { env, stdio: ["ignore", "pipe", "inherit"] });
        server.stdout.on("data", (chunk) => {
          if (said || !String(chunk).includes("Ready")) return;
          said = true;
          const addresses = host === "127.0.0.1" ? ["127.0.0.1"] : ["127.0.0.1", ...ownAddresses()];
          console.log(
            `\nWheatonomy is at ${addresses.map((a) => `${scheme}://${a}:${port}`).join("  and  ")}${signIn(host)}\nCtrl+C stops it; the data stays.\n`,
          );
        });
        return server;
      },
      { onGivenUp: () => giveUp("the server keeps ending") },
    ),
    // drafts outlines beside the application
    keepAlive(
      "the worker",
      () => spawn("node_modules/.bin/tsx", ["scripts/worker.ts"], { env, stdio: ["ignore", "inherit", "inherit"] }),
      { onGivenUp: () => console.error("the worker keeps ending: plans show, but the season and the week grow old") },
    ),
  );
  if (database) watchDatabase(database, () => ending, giveUp);
}

/** How to get in: the demo where it opens, and a practice of one's own. */
function signIn(host) {
  const here = LOOPBACK.includes(host) && !process.env.TRUSTED_PROXY;
  if (here)
    return "\n  sign in as  imre@castellan.example   (or noor@castellan.example, grower@pennick.example)\n  password    harvest-by-figures\n  or begin a practice of your own from the sign-in page";
  return `\n  the demo's printed password opens on this machine only: its accounts stay shut here until they have passwords of their own\n  new practices are begun by whoever is signed in${process.env.ALLOW_NEW_PRACTICES === "yes" ? ", and by anybody (ALLOW_NEW_PRACTICES=yes)" : "; ALLOW_NEW_PRACTICES=yes lets anybody"}`;
}

/** Starts the database again when it is gone; gives up where it does not stay. */
function watchDatabase(database, isEnding, giveUp) {
  const starts = [];
  const look = async () => {
    if (isEnding()) return;
    if (!database.isRunning()) {
      const now = Date.now();
      starts.push(now);
      if (starts.filter((at) => now - at < 60_000).length > 5) return giveUp("the database keeps ending");
      console.error("the database is gone: starting it again");
      try {
        await database.resume();
        console.error("the database answers again");
      } catch (error) {
        console.error(error instanceof SetupError ? error.message : error);
      }
    }
    setTimeout(look, LOOK_MS);
  };
  setTimeout(look, LOOK_MS);
}

/** Whether TLS is asked for; refuses half of it and files that are not there. */
function tls() {
  const { TLS_CERT, TLS_KEY } = process.env;
  if (!TLS_CERT && !TLS_KEY) return false;
  for (const [name, file] of Object.entries({ TLS_CERT, TLS_KEY }))
    if (!file || !fs.existsSync(file))
      throw new SetupError(
        `${name}: ${file || "nothing"} given, allowed is a file that exists (both TLS_CERT and TLS_KEY).`,
      );
  return true;
}

async function checkProxy() {
  // rests on installed modules, which are not there before
  const { doorFrom } = await import("./front-door.mjs");
  try {
    doorFrom(process.env);
  } catch (error) {
    throw new SetupError(error.message);
  }
}

const ownAddresses = () =>
  Object.values(os.networkInterfaces()).flatMap((list) =>
    (list ?? []).flatMap((a) => (a.family === "IPv4" && !a.internal ? [a.address] : [])),
  );

function run(command, args, env, what) {
  const result = spawnSync(command, args, { env, stdio: "inherit" });
  if (result.status !== 0) throw new SetupError(`${what}; see above.`);
}

function build(env) {
  const problem = buildApp(root, env, (words) => console.log(words));
  if (problem !== null) throw new SetupError(`the build failed:\n${problem}`);
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
