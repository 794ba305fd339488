/** The built application on a free port with a database of its own, and headless Chromium: for tests, bench, pictures. */

import { execFileSync, spawn } from "node:child_process";
import path from "node:path";
import pg from "pg";
import { type Browser, type BrowserContextOptions, chromium, type Page } from "playwright-core";
import { DEMO_EMAIL, DEMO_PASSWORD } from "../src/server/demo/demo-door";
import { freePort, type LocalDatabase, startDatabase } from "./local-database.mjs";

export { DEMO_EMAIL, DEMO_PASSWORD };

const FLAGS = [
  "--no-sandbox",
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
];

export interface RunningApp {
  base: string;
  database: LocalDatabase;
  /** the process that leads the servers */
  serverPid: number;
  stop: () => Promise<void>;
}

/** Starts the application on a database in `home` that holds the demo data and nothing else; `durable` as on a server. */
export async function startApp(
  home: string,
  extra: Record<string, string> = {},
  { durable = false } = {},
): Promise<RunningApp> {
  const root = path.resolve(import.meta.dirname, "..");
  const fast = !durable;
  const database = await startDatabase(home, { fast });
  const admin = new pg.Client({ connectionString: database.adminUrl.replace(/\/wheatonomy$/, "/postgres") });
  await admin.connect();
  await admin.query("drop database if exists wheatonomy with (force)");
  await admin.query("create database wheatonomy owner wheatonomy_owner");
  await admin.end();
  const port = await freePort();
  const base = `http://127.0.0.1:${port}`;
  const env: NodeJS.ProcessEnv = {
    ...process.env,
    DATABASE_URL: database.url,
    MIGRATION_DATABASE_URL: database.ownerUrl,
    BETTER_AUTH_URL: base,
    BETTER_AUTH_SECRET: "not-a-Secret-0417-only-for-runs-on-loopback",
    NEXT_TELEMETRY_DISABLED: "1",
    NODE_ENV: "production",
    HOST: "127.0.0.1",
    PORT: String(port),
    // as if a proxy of one's own stood before it, so that tests can come from several addresses
    TRUSTED_PROXY: "loopback",
    DEMO_DOOR: "open",
    ...extra,
  };
  execFileSync("node_modules/.bin/tsx", ["scripts/prepare-database.ts"], { cwd: root, env, stdio: "pipe" });
  const server = spawn(process.execPath, ["scripts/serve.mjs"], { cwd: root, env, stdio: ["ignore", "pipe", "pipe"] });
  const worker = spawn("node_modules/.bin/tsx", ["scripts/worker.ts"], { cwd: root, env, stdio: "inherit" });
  let output = "";
  await new Promise<void>((resolve, reject) => {
    const late = setTimeout(() => reject(new Error(`the server did not start:\n${output}`)), 180_000);
    const look = (chunk: Buffer) => {
      output += chunk;
      if (!output.includes("Ready")) return;
      clearTimeout(late);
      resolve();
    };
    server.stdout.on("data", look);
    server.stderr.on("data", look);
    server.once("exit", () => reject(new Error(`the server ended:\n${output}`)));
  });
  // what goes wrong in the server from here on stands in the output of whoever runs it
  server.stderr.on("data", (chunk: Buffer) => process.stderr.write(chunk));
  return {
    base,
    database,
    serverPid: server.pid as number,
    stop: async () => {
      server.removeAllListeners("exit");
      server.kill("SIGTERM");
      worker.kill("SIGTERM");
      // an outage test may have started the database server anew
      (await startDatabase(home, { fast })).stop();
      database.stop();
    },
  };
}

export function launchChromium(): Promise<Browser> {
  return chromium.launch({ executablePath: "/usr/bin/chromium", args: FLAGS });
}

/** A page in a context of its own, signed in. */
export async function signedInPage(
  browser: Browser,
  base: string,
  email = DEMO_EMAIL,
  options: BrowserContextOptions = {},
): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    baseURL: base,
    ...options,
  });
  const page = await context.newPage();
  page.setDefaultTimeout(40_000);
  await page.goto("/sign-in");
  await page.getByLabel("E-mail").fill(email);
  await page.getByLabel("Password").fill(DEMO_PASSWORD);
  await page.getByRole("button", { name: "Sign in" }).click();
  await page.waitForURL((url) => !url.pathname.includes("sign-in"));
  return page;
}

/** Opens the plan of a field from the list of fields. */
export async function openPlan(page: Page, field: string): Promise<void> {
  await page.goto("/fields");
  const plan = await page
    .getByRole("row", { name: new RegExp(field) })
    .getByRole("link", { name: /20\d\d/ })
    .getAttribute("href");
  const answer = await page.goto(plan as string);
  await page.waitForSelector("[data-operation=planting]").catch(async (late: Error) => {
    const shown = await page.locator("body").textContent();
    throw new Error(`${page.url()} answered ${answer?.status()} and shows no plan: ${shown?.slice(0, 600)}`, {
      cause: late,
    });
  });
  await page.waitForLoadState("networkidle");
  // a link that is pressed before its page listens loads the plan anew; a key pressed before that listens is lost
  await page.waitForFunction(() =>
    Object.keys(document.querySelector("[data-operation=planting]") ?? {}).some((key) => key.startsWith("__react")),
  );
}
