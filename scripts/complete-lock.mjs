// Makes package-lock.json whole after `npm install` on a registry mirror that lacks the binaries of other platforms: npm
// then leaves them out of the lock file and refuses it in `npm ci`. Adds them with platform and version, and drops
// download addresses. Run after changing dependencies.

import fs from "node:fs";

const lock = JSON.parse(fs.readFileSync("package-lock.json", "utf8"));
const OS = ["android", "darwin", "freebsd", "linux", "win32", "openharmony"];
const CPU = ["arm64", "x64", "ia32", "arm", "wasm32", "ppc64", "riscv64", "s390x"];
for (const [path, entry] of Object.entries(lock.packages)) {
  delete entry.resolved;
  for (const [name, version] of Object.entries(entry.optionalDependencies ?? {})) {
    const nested = `${path ? `${path}/` : ""}node_modules/${name}`;
    if (lock.packages[nested] || lock.packages[`node_modules/${name}`]) continue;
    const words = name.split(/[-/]/);
    const os = OS.filter((o) => words.includes(o));
    const cpu = CPU.filter((c) => words.includes(c) || (c === "arm" && words.some((w) => /^arm(v\d)?$/.test(w))));
    lock.packages[`node_modules/${name}`] = {
      version: version.replace(/^[\^~]/, ""),
      ...(cpu.length ? { cpu } : {}),
      ...(entry.dev ? { dev: true } : {}),
      optional: true,
      ...(os.length ? { os } : {}),
      ...(words.includes("musl") ? { libc: ["musl"] } : {}),
    };
  }
}
lock.packages = Object.fromEntries(Object.entries(lock.packages).sort(([a], [b]) => (a < b ? -1 : 1)));
fs.writeFileSync("package-lock.json", `${JSON.stringify(lock, null, 2)}\n`);
