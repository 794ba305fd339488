import { spawnSync } from "node:child_process";
import fs from "node:fs";
import path from "node:path";
import { SetupError } from "./local-database.mjs";

/** Installs the node modules of package-lock.json unless those that are there are of it already. */
export function installModules(root) {
  const stamp = path.join(root, "node_modules", ".wheatonomy-lock");
  const lock = fs.readFileSync(path.join(root, "package-lock.json"), "utf8");
  if (fs.existsSync(stamp) && fs.readFileSync(stamp, "utf8") === lock) return;
  console.log("installing node modules ...");
  const result = spawnSync("npm", ["ci", "--no-audit", "--no-fund", "--include=dev"], { cwd: root, encoding: "utf8" });
  if (result.status !== 0)
    throw new SetupError(
      `npm ci failed; is the network there?\n${(result.stderr || String(result.error)).trim().split("\n").slice(-5).join("\n")}`,
    );
  fs.writeFileSync(stamp, lock);
}
