/** A practice as one ZIP of open files: a CSV for each table, the practice itself as JSON, boundaries as GeoJSON, a README. */

import { zip } from "fflate";
import type { Access } from "../access/access";
import { audit } from "../access/audit";
import { type Client, row, rows } from "../storage/db";
import { tablesInOrder } from "../storage/table-order";
import { cellOf, writeTable } from "./cells";
import { type Column, columnsOf } from "./columns";
import { isSigned, SEAL_FILE, type SignedTable, writeSeal } from "./seal";
import { KEPT, LEFT_OUT, ONLY_WHERE, ORDERED_BY, UNWRITTEN } from "./tables";

export const FORMAT = 1;
/** The same practice is the same file: entries carry this day and not today's. */
const ENTRY_TIME = new Date(Date.UTC(1990, 0, 1, 12));

/** The files of a practice by name, and how many rows each table has. */
export async function practiceFiles(client: Client, practiceId: string): Promise<Map<string, string>> {
  await client.query("set local timezone to 'UTC'");
  await client.query("set local datestyle to 'ISO'");
  const tables = (await tablesInOrder(client)).filter((table) => table in KEPT);
  const known = await columnsOf(client, tables);
  const files = new Map<string, string>();
  const practice = await row<Record<string, unknown>>(
    client,
    `select name, currency, unit_set as "unitSet", decimal_mark as "decimalMark", as_of as "workingDate", prices from practice where id = $1`,
    [practiceId],
  );
  files.set("practice.json", `${JSON.stringify({ format: FORMAT, ...practice }, null, 2)}\n`);
  const counts: [string, number][] = [];
  const signed = new Map<string, SignedTable>();
  for (const table of tables) {
    const { columns, key } = known.get(table) as { columns: Column[]; key: string[] };
    const own = columns.filter((c) => !UNWRITTEN[table]?.includes(c.name));
    const found = await client.query({
      text: `select ${own.map((c) => `${c.name}::text`).join(", ")} from ${table} where practice_id = $1
        and ${ONLY_WHERE[table] ?? "true"} order by ${ORDERED_BY[table] ?? key.join(", ")}`,
      values: [practiceId],
      rowMode: "array",
    });
    if (isSigned(table)) signed.set(table, { columns: own.map((c) => c.name), key, rows: found.rows });
    const cells = (found.rows as (string | null)[][]).map((r) => r.map((v, i) => cellOf(v, own[i]?.isText ?? true)));
    counts.push([table, cells.length]);
    files.set(
      `${table}.csv`,
      writeTable(
        own.map((c) => c.name),
        cells,
      ),
    );
  }
  files.set("fields.geojson", await boundaries(client, practiceId));
  files.set("README.txt", readme(counts, known));
  files.set(SEAL_FILE, await writeSeal(client, practiceId, files, signed));
  return files;
}

/** The files as one ZIP; who took it is noted. */
export async function writePractice(client: Client, access: Access): Promise<Uint8Array> {
  const files = await practiceFiles(client, access.practiceId);
  await audit(client, access, "practice file", access.practiceId, "took the practice out", null, { files: files.size });
  return zipOf(files);
}

function zipOf(files: Map<string, string>): Promise<Uint8Array> {
  const encoder = new TextEncoder();
  const entries = Object.fromEntries([...files].map(([name, text]) => [name, encoder.encode(text)]));
  return new Promise((resolve, reject) =>
    zip(entries, { level: 6, mtime: ENTRY_TIME }, (error, data) => (error ? reject(error) : resolve(data))),
  );
}

async function boundaries(client: Client, practiceId: string): Promise<string> {
  const found = await rows<{ id: string; name: string; farm: string; boundary: unknown; areaHa: number }>(
    client,
    `select f.id, f.name, fa.name as farm, f.boundary, f.area_ha as "areaHa" from field f
     join farm fa on fa.practice_id = f.practice_id and fa.id = f.farm_id where f.practice_id = $1 order by f.id`,
    [practiceId],
  );
  return `${JSON.stringify({
    type: "FeatureCollection",
    features: found.map(({ boundary, id, ...properties }) => ({ type: "Feature", id, properties, geometry: boundary })),
  })}\n`;
}

function readme(counts: [string, number][], known: Map<string, { columns: Column[] }>): string {
  const tables = counts.map(([table, count]) => {
    const columns = known.get(table)?.columns.filter((c) => !UNWRITTEN[table]?.includes(c.name)) ?? [];
    return `${table}.csv: ${KEPT[table]} (${count} rows)\n${columns.map((c) => `    ${c.name}: ${c.type}`).join("\n")}`;
  });
  return `${[
    "A practice of Wheatonomy, whole, in open files (UTF-8).",
    "practice.json: name, currency, units, working date and prices (hundredths of the currency)\nfields.geojson: boundaries of the fields, for maps; it is not read back, field.csv is\nseal.json: by what an installation knows its own files, signatures and issued versions again; what it did not write itself counts as signed elsewhere",
    "Tables are CSV with commas. An empty cell is nothing known. Text that is empty, or that a spreadsheet would take for a formula, has an apostrophe before it. Ids tie the tables together. Times are UTC. Units stand in the names of columns: _ha hectares, _t_per_ha tonnes a hectare, _c degrees Celsius, _mm millimetres, _cm centimetres, _pct per cent; soil tests as their scheme has them.",
    ...tables,
    `Not in here: ${Object.entries(LEFT_OUT)
      .map(([table, why]) => `${table} (${why})`)
      .join("; ")}.`,
  ].join("\n\n")}\n`;
}
