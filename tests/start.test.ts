/** What ./start says when it cannot start, and the core from the shell. */

import { execFileSync, spawn, spawnSync } from "node:child_process";
import { chmodSync, cpSync, mkdirSync, mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import net from "node:net";
import os from "node:os";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { freePort } from "../scripts/local-database.mjs";

const root = path.resolve(import.meta.dirname, "..");
const start = (env: Record<string, string>) => {
  const { status, stdout, stderr } = spawnSync("./start", {
    cwd: root,
    env: { ...process.env, ...env },
    encoding: "utf8",
    timeout: 90_000,
  });
  return { status, said: stdout + stderr };
};

describe("./start", () => {
  it("says that a port is taken, and how to choose another", async () => {
    const server = net.createServer();
    await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
    const { port } = server.address() as net.AddressInfo;
    const { status, said } = start({ PORT: String(port) });
    server.close();
    expect(status).toBe(1);
    expect(said).toContain(`Port ${port} is taken`);
    expect(said).toContain(`PORT=${port + 1} ./start`);
  });

  it("says that a port is none", () => {
    expect(start({ PORT: "eighty" }).said).toContain("PORT: eighty given, allowed is a port from 1 to 65535");
  });

  it("says that Node is too old", () => {
    const folder = mkdtempSync(path.join(os.tmpdir(), "old-node-"));
    const fake = path.join(folder, "node");
    writeFileSync(fake, '#!/bin/sh\n[ "$1" = "--version" ] && echo v18.2.0 && exit 0\nexit 1\n');
    chmodSync(fake, 0o755);
    const { status, said } = start({ PATH: `${folder}:${process.env.PATH}` });
    expect(status).toBe(1);
    expect(said).toContain("Node.js 20.9 or newer is needed, this is v18.2.0");
  });

  it("says what to run when it may not install what is missing", () => {
    const script = `process.getuid = () => 1000;
      const { installPackages } = await import("./scripts/local-database.mjs");
      try { installPackages(["no-such-package-of-ours"], "The database"); } catch (error) { console.log(error.message); }`;
    const { stdout } = spawnSync(process.execPath, ["--input-type=module", "-e", script], {
      cwd: root,
      encoding: "utf8",
    });
    expect(stdout).toContain("The database needs the Debian packages no-such-package-of-ours");
    expect(stdout).toContain("sudo apt-get install no-such-package-of-ours");
  });
});

describe("a machine on which nothing is installed yet", () => {
  // a copy of what the commands are made of, and an npm that cannot reach a registry
  const folder = mkdtempSync(path.join(os.tmpdir(), "bare-"));
  const fake = path.join(folder, "bin");
  for (const part of ["start", "test", ".ci", "scripts", "package.json", "package-lock.json"])
    cpSync(path.join(root, part), path.join(folder, part), { recursive: true });
  mkdirSync(fake);
  writeFileSync(path.join(fake, "npm"), "#!/bin/sh\necho no way to the registry >&2\nexit 1\n");
  chmodSync(path.join(fake, "npm"), 0o755);
  const bare = async (command: string) =>
    spawnSync(path.join(folder, command), {
      cwd: folder,
      env: { ...process.env, PATH: `${fake}:${process.env.PATH}`, PORT: String(await freePort()) },
      encoding: "utf8",
      timeout: 60_000,
    });

  it.each(["start", "test", ".ci/run"])("%s gets as far as the installing, with Node alone", async (command) => {
    const { status, stdout, stderr } = await bare(command);
    expect(stdout).toContain("installing node modules ...");
    expect(stderr + stdout).toContain("npm ci failed; is the network there?\nno way to the registry");
    expect(status).toBe(1);
  });

  it("the checks end with their sum even then", async () => {
    expect((await bare(".ci/run")).stdout.trimEnd()).toMatch(/\n0 passed, 1 failed$/);
  });
});

describe("./start at work", () => {
  it("starts server and database again when they die, and stops with all that it started", async () => {
    const port = await freePort();
    const child = spawn("./start", { cwd: root, env: { ...process.env, PORT: String(port), WORKERS: "1" } });
    let said = "";
    for (const stream of [child.stdout, child.stderr]) stream.on("data", (chunk: Buffer) => (said += chunk));
    const ended = new Promise<number | null>((resolve) => child.once("exit", (code) => resolve(code)));
    const until = async (what: string, fine: () => boolean | Promise<boolean>) => {
      for (let tried = 0; tried < 1800; tried++) {
        if (await fine()) return;
        if (child.exitCode !== null) break;
        await new Promise((resolve) => setTimeout(resolve, 100));
      }
      throw new Error(`${what} did not come:\n${said}`);
    };
    const answers = () =>
      fetch(`http://127.0.0.1:${port}/api/health`, { signal: AbortSignal.timeout(2000) }).then(
        (a) => a.ok,
        () => false,
      );
    const pidOf = (parent: number, what: string): number => {
      const lines = execFileSync("ps", ["-o", "pid=,args=", "--ppid", String(parent)], { encoding: "utf8" });
      const line = lines.split("\n").find((l) => l.includes(what));
      expect(line, lines).toBeDefined();
      return Number(line?.trim().split(" ")[0]);
    };
    try {
      await until("the address", () => said.includes(`Wheatonomy is at http://127.0.0.1:${port}`));
      await until("an answer", answers);
      process.kill(pidOf(child.pid as number, "scripts/serve.mjs"), "SIGKILL");
      await until("word of the server", () => said.includes("the server ended (SIGKILL): starting it again"));
      await until("an answer of the new server", answers);
      // what is stuck neither answers nor ends: it is ended
      process.kill(pidOf(pidOf(child.pid as number, "scripts/serve.mjs"), "serve.mjs"), "SIGSTOP");
      await until("word of the stuck process", () => /has not answered for 1\d s and is ended/.test(said));
      await until("an answer after the stuck process", answers);
      const home = JSON.parse(readFileSync(path.join(root, ".local/database/database.json"), "utf8")) as {
        data: string;
      };
      process.kill(Number(readFileSync(path.join(home.data, "postmaster.pid"), "utf8").split("\n")[0]), "SIGKILL");
      await until("word of the database", () => said.includes("the database answers again"));
      await until("an answer with the database", answers);
    } finally {
      child.kill("SIGTERM");
    }
    expect(await ended).toBe(0);
    expect(await answers()).toBe(false);
  });
});

describe("the core from the shell", () => {
  const core = (...args: string[]) =>
    spawnSync("node_modules/.bin/tsx", ["scripts/core.ts", ...args], { cwd: root, encoding: "utf8" });

  it("takes and gives JSON", () => {
    const { stdout, status } = core(
      "limeRequirement",
      '{"ph":5.6,"targetPh":6.5,"textureClass":"sandyLoam","organicMatterPct":3,"depthCm":15,"neutralisingValuePct":90,"finenessPct":85}',
    );
    expect(status).toBe(0);
    expect(JSON.parse(stdout).value.productTPerHa).toBeCloseTo(6.176, 3);
  });
  it("takes several arguments as an array", () => {
    expect(JSON.parse(core("parseQuantity", '["4 in","length",{"unitSet":"metric"}]').stdout).value.si).toBeCloseTo(
      10.16,
      9,
    );
  });
  it("gives errors as data, and says what it does not know", () => {
    const bad = core("sowingRate", '{"targetPlantsPerM2":-1}');
    expect(bad.status).toBe(1);
    expect(JSON.parse(bad.stdout).errors.map((e: { field: string }) => e.field)).toContain("targetPlantsPerM2");
    expect(core("divination", "{}").stderr).toContain("functions: ");
    expect(core("sowingRate", "{").stderr).toContain("not JSON");
  });
});
