/**
 * Kills the server or the database while people write, and counts what was acknowledged and is lost: npm run crash
 *   -- --kills 200 --seed 1
 * Exits with 1 when anything acknowledged is lost or stands half.
 */

import path from "node:path";
import { parseArgs } from "node:util";
import { startApp } from "./app-under-test";
import { crashRounds } from "./crash-rounds";

const { values } = parseArgs({
  options: { kills: { type: "string", default: "200" }, seed: { type: "string", default: "1" } },
});
process.chdir(path.resolve(import.meta.dirname, ".."));
// with the safety of a disk, which other tests give up
const app = await startApp(path.resolve(".local/crash-database"), { MOST_DEATHS: "100000" }, { durable: true });
const report = await crashRounds(app, Number(values.kills), Number(values.seed)).finally(() => app.stop());
console.log(
  `${report.kills} kills, ${report.acknowledged} writes acknowledged: ${report.lost.length} lost, ${report.half.length} half`,
);
for (const line of [...report.lost, ...report.half].slice(0, 20)) console.log(`  ${line}`);
process.exit(report.lost.length + report.half.length > 0 ? 1 : 0);
