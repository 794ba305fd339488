/** Reads a practice's file back into a practice that is empty: everything or nothing. */

import { z } from "zod";
import { pricesRecord } from "@/core/records/inputs/prices";
import { type Access, Refused } from "../access/access";
import { audit } from "../access/audit";
import { type Client, hold } from "../storage/db";
import { tablesInOrder } from "../storage/table-order";
import { readTable } from "./cells";
import { columnsOf } from "./columns";
import { isSigned, readSeal, type SealAnswer, type SignedTable } from "./seal";
import { KEPT, UNWRITTEN } from "./tables";
import { FORMAT } from "./write-practice";

/** Rows that go in at once; tables whose rows rest on each other go in whole. */
const ROWS_AT_ONCE = 5000;

const practiceJson = z.object({
  format: z.literal(FORMAT),
  name: z.string().min(1).max(200),
  currency: z.string().min(1).max(8),
  unitSet: z.enum(["metric", "usCustomary", "imperial", "southAsian"]),
  decimalMark: z.enum(["point", "comma"]),
  workingDate: z.iso.date().nullable(),
  prices: pricesRecord,
});

/** Puts the file's rows in; gives how many of each table, and what its seal says. Throws Refused with file, line or column where it cannot. */
export async function readPractice(
  client: Client,
  access: Access,
  files: ReadonlyMap<string, string>,
): Promise<{ rows: Record<string, number> } & SealAnswer> {
  const { practiceId } = access;
  await hold(client, practiceId);
  const tables = (await tablesInOrder(client)).filter((table) => table in KEPT);
  await refuseFull(client, practiceId, tables);
  const known = await columnsOf(client, tables);
  const practice = readJson(files);
  await client.query(
    "update practice set name = $2, currency = $3, unit_set = $4, decimal_mark = $5, as_of = $6, prices = $7 where id = $1",
    [
      practiceId,
      practice.name,
      practice.currency,
      practice.unitSet,
      practice.decimalMark,
      practice.workingDate,
      JSON.stringify(practice.prices),
    ],
  );
  await client.query("set local timezone to 'UTC'");
  const counts: Record<string, number> = {};
  const signed = new Map<string, SignedTable>();
  for (const table of tables) {
    const file = `${table}.csv`;
    const text = files.get(file);
    if (text === undefined) continue;
    const { columns, rows } = readTable(file, text);
    const own = known.get(table)?.columns.filter((c) => !UNWRITTEN[table]?.includes(c.name)) ?? [];
    const unknown = columns.find((name) => !own.some((c) => c.name === name));
    if (unknown !== undefined)
      throw new Refused(
        422,
        `${file}: there is no column "${unknown}"; allowed are ${own.map((c) => c.name).join(", ")}.`,
      );
    const types = columns.map((name) => own.find((c) => c.name === name)?.type ?? "text");
    try {
      await putIn(client, practiceId, table, columns, types, rows);
    } catch (error) {
      const { code = "", message = "", detail = "" } = error as { code?: string; message?: string; detail?: string };
      // values that are none, keys that lead nowhere or stand twice, checks
      if (/^(22|23)/.test(code)) throw new Refused(422, `${file}: ${message}. ${detail}`);
      throw error;
    }
    counts[table] = rows.length;
    if (isSigned(table)) signed.set(table, { columns, key: known.get(table)?.key ?? [], rows });
  }
  await client.query("select set_config('app.user_id', $1, true)", [access.userId]);
  const seal = await readSeal(client, practiceId, files, signed);
  await audit(client, access, "practice file", practiceId, "read a practice in", null, { ...counts, ...seal });
  return { rows: counts, ...seal };
}

async function putIn(
  client: Client,
  practiceId: string,
  table: string,
  columns: string[],
  types: string[],
  rows: (string | null)[][],
): Promise<void> {
  const insert = (some: (string | null)[][]) =>
    client.query(
      `insert into ${table} (practice_id, ${columns.join(", ")})
       select $1, ${columns.map((_, i) => `u.c${i}::${types[i]}`).join(", ")}
       from unnest(${columns.map((_, i) => `$${i + 2}::text[]`).join(", ")}) as u (${columns.map((_, i) => `c${i}`).join(", ")})`,
      [practiceId, ...columns.map((_, i) => some.map((r) => r[i] ?? null))],
    );
  // whoever did something wrote it down as themselves: one person after another, in the order of the file
  const author = table === "audit" ? columns.indexOf("user_id") : -1;
  const size = table === "planting" ? Number.POSITIVE_INFINITY : ROWS_AT_ONCE;
  let from = 0;
  while (from < rows.length) {
    let to = Math.min(rows.length, from + size);
    if (author >= 0) {
      const who = rows[from]?.[author] ?? "";
      const next = rows.findIndex((r, i) => i > from && r[author] !== who);
      if (next >= 0) to = Math.min(to, next);
      await client.query("select set_config('app.user_id', $1, true)", [who]);
    }
    await insert(rows.slice(from, to));
    from = to;
  }
}

async function refuseFull(client: Client, practiceId: string, tables: string[]): Promise<void> {
  // settings that were changed, and noted, leave it empty
  for (const table of tables.filter((t) => t !== "audit")) {
    const found = await client.query(`select 1 from ${table} where practice_id = $1 limit 1`, [practiceId]);
    if (found.rows.length > 0)
      throw new Refused(
        409,
        `This practice is not empty (${table}). A file is read into an empty practice: begin another one first.`,
      );
  }
}

function readJson(files: ReadonlyMap<string, string>): z.output<typeof practiceJson> {
  const text = files.get("practice.json");
  if (text === undefined) throw new Refused(422, "practice.json: it is not in the ZIP; this is no practice's file.");
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new Refused(422, "practice.json: it is no JSON.");
  }
  const read = practiceJson.safeParse(value);
  if (read.success) return read.data;
  const [issue] = read.error.issues;
  throw new Refused(422, `practice.json, ${issue?.path.join(".")}: ${issue?.message}`);
}
