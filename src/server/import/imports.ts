/** Files of records: looked at with a mapping, taken in whole or not at all, and taken back whole. */

import { createHash, randomUUID } from "node:crypto";
import { plain } from "@/core/records/chooser";
import { decimalMarksOf } from "@/core/records/decimal-mark";
import { type KindId, type RecordKind, slugOf } from "@/core/records/describe";
import { type ColumnUse, guessColumns, guessKind, headingsOf, namingFields } from "@/core/records/import-headings";
import { type ImportWorld, type Mapping, type ReadRow, type RowProblem, readRows } from "@/core/records/import-table";
import { RECORD_KINDS } from "@/core/records/kinds";
import { titleOf, type Values } from "@/core/records/values";
import { type Access, may, Refused } from "../access/access";
import { audit } from "../access/audit";
import type { ImportLine, ImportLook, Received, RecordRow } from "../contracts";
import { apart, changeRecord, inOrder, linkChoices, listRecords, registerFor } from "../records/keep-records";
import { recordLists } from "../records/lists";
import { REGISTERS } from "../records/registers";
import { loadSoilSchemes } from "../records/soil-schemes";
import { type Client, hold, isId, row, rows } from "../storage/db";
import { readSent } from "../storage/file-queue";
import { alike, NOISE } from "./alike";
import type { TableFile } from "./table-file";

const SHOWN_PROBLEMS = 200;
const SHOWN_ROWS = 20;

type Asked = Received<"POST /api/imports">;
type Table = Extract<TableFile, { ok: true }>;

/** A change of a record that a file makes. */
interface Change {
  stands: RecordRow;
  values: Values;
  line: number;
}
interface Sorted {
  added: ReadRow[];
  changed: Change[];
  unchanged: number;
  problems: RowProblem[];
  /** what new ones need and no column says */
  lacking: string[];
  /** lines of the file in which something is wrong */
  wrong: Set<number>;
}

/** What a file is, and what it would do with this mapping; nothing is put in. */
export async function lookAtImport(client: Client, access: Access, asked: Asked, table: Table): Promise<ImportLook> {
  const { unitSet } = access.practice;
  const names = await namesThatStand(client, access);
  const kindId =
    asked.kind ??
    guessKind(
      table.header,
      unitSet,
      (kind, columns) => rowsNamed(kind, columns, table, names) / (table.rows.length || 1),
    ) ??
    "fields";
  registerFor(access, kindId);
  const mapping = asked.mapping ?? (await usualMapping(client, access, kindId, table.header));
  const sorted = await sortRows(client, access, kindId, table, mapping, asked);
  const kind = RECORD_KINDS[kindId];
  return {
    kind: kindId,
    guessed: asked.kind === undefined,
    header: table.header,
    sample: table.rows.slice(0, 5),
    rows: table.rows.length,
    notes: table.notes,
    decimal: decimalOf(table, access, asked),
    named: Object.values(RECORD_KINDS)
      .map((k) => ({ kind: k.id, rows: rowsNamed(k, guessColumns(k, table.header, unitSet), table, names) }))
      .filter((n) => n.rows > 0),
    lacking: sorted.lacking,
    mapping,
    added: sorted.added.length,
    changed: sorted.changed.length,
    unchanged: sorted.unchanged,
    problems: sorted.problems.slice(0, SHOWN_PROBLEMS),
    problemCount: sorted.problems.length,
    wrongRows: sorted.wrong.size,
    some: [
      ...sorted.added
        .slice(0, SHOWN_ROWS)
        .map((r) => ({ line: r.line, title: titleOf(kind, r.values), values: r.values })),
      ...sorted.changed
        .slice(0, SHOWN_ROWS)
        .map((c) => ({ line: c.line, title: titleOf(kind, c.values), values: c.values, before: c.stands.values })),
    ],
    links: await linkChoices(client, access, kindId),
    lists: await recordLists(client, access),
  };
}

/**
 * Takes a file in: everything or nothing, or, where that is asked, what is right of it; what is left then comes back with
 * what is wrong. The same file again changes nothing.
 */
export async function takeImport(
  client: Client,
  access: Access,
  asked: Asked,
  table: Table,
): Promise<ImportLine & { left: { header: string[]; rows: string[][] } | null }> {
  if (!asked.kind || !asked.mapping)
    throw new Refused(422, "kind, mapping: nothing given, needed are what the file is and which column is which.");
  const { kind: kindId, mapping, fileName } = asked;
  const register = registerFor(access, kindId);
  await hold(client, `${access.practiceId} ${kindId}`);
  const sorted = await sortRows(client, access, kindId, table, mapping, asked);
  const { added, changed, unchanged, problems } = sorted;
  const [first] = problems;
  if (first && !asked.onlyRight)
    throw new Refused(
      422,
      `${problems.length} ${problems.length === 1 ? "row is" : "rows are"} not right, the first in line ${first.line}, ${first.column}: ${first.message}. Nothing was taken in.`,
    );
  const id = randomUUID();
  const importRows: { entityId: string; was: Values | null; revision: number }[] = [];
  if (added.length > 0) {
    const ids = register.kind.slugFrom
      ? await slugsFor(client, access, register.table.table, added, register.kind.slugFrom)
      : added.map(() => randomUUID() as string);
    const parts = added.map((r, i) => ({ ...apart(register, r.values), id: ids[i] as string }));
    await register.table.insertMany(
      client,
      access.practiceId,
      parts.map((p) => ({ id: p.id, ...p.links })),
      parts.map((p) => ({ ...p.record, id: p.id })),
    );
    for (const own of ids) importRows.push({ entityId: own, was: null, revision: 1 });
    await client.query(
      `insert into audit (practice_id, user_id, entity, entity_id, action, after)
       select $1, $2, $3, e, 'added from a file', $5 from unnest($4::text[]) e`,
      [access.practiceId, access.userId, kindId, ids, JSON.stringify({ file: fileName })],
    );
  }
  for (const { stands, values } of changed) {
    const result = await changeRecord(client, access, kindId, stands.id, stands.revision, values);
    if (!result.saved)
      throw new Refused(409, `${titleOf(register.kind, values)} was changed meanwhile. Look at the file again.`);
    importRows.push({ entityId: stands.id, was: stands.values, revision: result.revision });
  }
  await client.query(
    "insert into import (practice_id, id, kind, file_name, added, changed, unchanged, user_id) values ($1, $2, $3, $4, $5, $6, $7, $8)",
    [access.practiceId, id, kindId, fileName, added.length, changed.length, unchanged, access.userId],
  );
  await client.query(
    `insert into import_row (practice_id, import_id, entity_id, was, revision)
     select $1, $2, e.value ->> 'entityId', nullif(e.value -> 'was', 'null'), (e.value ->> 'revision')::int from jsonb_array_elements($3) e`,
    [access.practiceId, id, JSON.stringify(importRows)],
  );
  await client.query(
    `insert into import_mapping (practice_id, kind, signature, mapping) values ($1, $2, $3, $4)
     on conflict (practice_id, kind, signature) do update set mapping = excluded.mapping, at = now()`,
    [access.practiceId, kindId, signatureOf(table.header), JSON.stringify(mapping)],
  );
  await audit(client, access, "import", id, "took a file in", null, {
    file: fileName,
    kind: kindId,
    added: added.length,
    changed: changed.length,
    ...(sorted.wrong.size > 0 ? { left: sorted.wrong.size } : {}),
  });
  const [line] = await listImports(client, access, id);
  return { ...(line as ImportLine), left: problems.length > 0 ? leftOf(table, sorted) : null };
}

/** Rows that were not taken in, as in the file, each with what is wrong with it. */
function leftOf({ header, rows, firstLine }: Table, { problems, wrong }: Sorted) {
  const said = (line: number) => [...new Set(problems.filter((p) => p.line === line).map((p) => p.message))].join("; ");
  return {
    header: [...header, "What is wrong"],
    rows: [...wrong].sort((a, b) => a - b).map((line) => [...(rows[line - firstLine] ?? []), said(line)]),
  };
}

/** Takes a whole import back: what it added is retired, what it changed is as before. Refused where some of it has moved on. */
export async function undoImport(client: Client, access: Access, id: string): Promise<void> {
  const found = isId(id)
    ? await row<{ kind: KindId; file: string; undone: boolean }>(
        client,
        `select kind, file_name as file, undone_at is not null as undone from import where practice_id = $1 and id = $2`,
        [access.practiceId, id],
      )
    : null;
  if (!found || found.undone) throw new Refused(404, "There is no such import that could be taken back.");
  const register = registerFor(access, found.kind);
  await hold(client, `${access.practiceId} ${found.kind}`);
  const idType = register.kind.slugFrom ? "text" : "uuid";
  const kept = await rows<{ entityId: string; was: Values | null; revision: number }>(
    client,
    `select entity_id as "entityId", was, revision from import_row where practice_id = $1 and import_id = $2`,
    [access.practiceId, id],
  );
  const stand = await rows<{ id: string; revision: number }>(
    client,
    `select id::text as id, revision from ${register.table.table} where practice_id = $1 and id = any($2::${idType}[])`,
    [access.practiceId, kept.map((k) => k.entityId)],
  );
  const revisions = new Map(stand.map((r) => [r.id, r.revision]));
  const own = kept.map((k) => ({ ...k, now: revisions.get(k.entityId) ?? null }));
  const moved = own.filter((r) => r.now !== r.revision);
  if (moved.length > 0) {
    const all = await listRecords(client, access, found.kind);
    const names = moved.slice(0, 5).map((m) => {
      const record = all.find((r) => r.id === m.entityId);
      return record ? titleOf(register.kind, record.values) : m.entityId;
    });
    throw new Refused(
      409,
      `${moved.length} of ${own.length} have been changed since (${names.join("; ")}${moved.length > 5 ? " ..." : ""}): nothing was taken back.`,
    );
  }
  const added = own.filter((r) => r.was === null).map((r) => r.entityId);
  await client.query(
    `update ${register.table.table} set retired_at = now(), revision = revision + 1, changed_at = now(), person = name_of_person()
     where practice_id = $1 and id = any($2::${idType}[])`,
    [access.practiceId, added],
  );
  await client.query(
    `insert into audit (practice_id, user_id, entity, entity_id, action, before, after)
     select $1, $2, $3, e, 'retired', '{"retired": false}', '{"retired": true}' from unnest($4::text[]) e`,
    [access.practiceId, access.userId, found.kind, added],
  );
  for (const { entityId, was, revision } of own)
    if (was) await changeRecord(client, access, found.kind, entityId, revision, was);
  await client.query("update import set undone_at = now() where practice_id = $1 and id = $2", [access.practiceId, id]);
  await audit(client, access, "import", id, "took an import back", null, { file: found.file, kind: found.kind });
}

/** The latest imports, or one. */
export const listImports = (client: Client, access: Access, id: string | null = null): Promise<ImportLine[]> =>
  rows<ImportLine>(
    client,
    `select id, kind, file_name as "fileName", added, changed, unchanged, person, to_char(at, 'YYYY-MM-DD HH24:MI') as at, undone_at is not null as undone
     from import i where practice_id = $1 and ($2::uuid is null or id = $2) order by i.at desc limit 50`,
    [access.practiceId, id],
  );

/** The table of a file that was sent; read before the database is asked for anything. */
export const sentTable = ({ base64 }: Pick<Asked, "base64">): Promise<Table> =>
  readSent("table", Buffer.from(base64, "base64"));

const signatureOf = (header: string[]): string =>
  createHash("sha256")
    .update(header.map((h) => headingsOf(h)[0]?.words).join("\n"))
    .digest("hex")
    .slice(0, 32);

/** As such a file was taken the last time, or as its headings say. */
async function usualMapping(client: Client, access: Access, kindId: KindId, header: string[]): Promise<Mapping> {
  const known = await row<{ mapping: Mapping }>(
    client,
    "select mapping from import_mapping where practice_id = $1 and kind = $2 and signature = $3",
    [access.practiceId, kindId, signatureOf(header)],
  );
  if (known && known.mapping.columns.length === header.length) return known.mapping;
  return {
    columns: guessColumns(RECORD_KINDS[kindId], header, access.practice.unitSet),
    fixed: {},
    bulkDensity: null,
  };
}

/** What live records are called, of each kind that has names and that this person may change. */
async function namesThatStand(client: Client, access: Access): Promise<Map<KindId, Set<string>>> {
  const names = new Map<KindId, Set<string>>();
  for (const kind of Object.values(RECORD_KINDS)) {
    const [naming] = namingFields(kind);
    if (!naming || !may(access.role, REGISTERS[kind.id].change)) continue;
    const live = (await listRecords(client, access, kind.id)).filter((r) => !r.retired);
    names.set(kind.id, new Set(live.map((r) => plain(String(r.values[naming.key] ?? "")))));
  }
  return names;
}

/** How many rows name a record of a kind that stands. */
function rowsNamed(
  kind: RecordKind,
  columns: (ColumnUse | null)[],
  { rows: lines }: Table,
  names: Map<KindId, Set<string>>,
): number {
  const [naming] = namingFields(kind);
  const column = columns.findIndex((c) => c !== null && c.path === naming?.key);
  const known = names.get(kind.id);
  // a column of nothing but names changes nothing
  if (column < 0 || !known || columns.filter((c) => c !== null).length < 2) return 0;
  return lines.filter((row) => known.has(plain(row[column] ?? ""))).length;
}

/** The decimal mark of a file: as it is said, as the file's own numbers say, or as the practice writes. */
function decimalOf(table: Table, access: Access, asked: Asked): ImportLook["decimal"] {
  if (asked.decimal) return { mark: asked.decimal, why: "" };
  if (table.decimal) return { mark: table.decimal, why: "" };
  const { point, comma } = decimalMarksOf(table.rows, table.firstLine);
  const usual = access.practice.decimalMark;
  if (point && comma)
    return {
      mark: usual,
      why: `line ${comma.line} has ${comma.text}, line ${point.line} has ${point.text}: choose which mark it is`,
    };
  const seen = point ?? comma;
  return seen ? { mark: seen.mark, why: `line ${seen.line} has ${seen.text}` } : { mark: usual, why: "" };
}

/** Each row as what it does: adds a record, changes one, leaves one as it is, or cannot be taken. */
async function sortRows(
  client: Client,
  access: Access,
  kindId: KindId,
  table: Table,
  mapping: Mapping,
  asked: Asked,
): Promise<Sorted> {
  const kind = RECORD_KINDS[kindId];
  const { practice, today } = access;
  const standing = (await listRecords(client, access, kindId)).filter((r) => !r.retired);
  const schemes = await loadSoilSchemes(client, access);
  const world: ImportWorld = {
    lists: await recordLists(client, access),
    links: await linkChoices(client, access, kindId),
    schemeUnit: (scheme, nutrient) =>
      schemes.find((s) => s.id === scheme)?.nutrients.find((n) => n.nutrient === nutrient)?.unit,
  };
  const writing = { unitSet: practice.unitSet, decimal: decimalOf(table, access, asked).mark, today };
  const read = readRows(kind, table.header, table.rows, table.firstLine, mapping, { ...world, standing }, writing);
  const keyOf = (values: Values) =>
    // what has no name of its own, as a load without a ticket, is the same only where all of it is
    (kind.unique.some((key) => values[key] === null) ? kind.fields.map((f) => f.key) : kind.unique)
      .map((key) => values[key] ?? "")
      .map((value) => (typeof value === "object" ? JSON.stringify(value) : value))
      // units leave noise behind
      .map((value) => (typeof value === "number" ? String(Number(value.toPrecision(6))) : String(value)))
      .join("\n");
  const byKey = new Map(standing.map((r) => [keyOf(r.values), r]));
  const byId = new Map(standing.map((r) => [r.id, r]));
  const register = registerFor(access, kindId);
  const sorted: Sorted = {
    added: [],
    changed: [],
    unchanged: 0,
    problems: [...read.problems],
    lacking: read.lacking,
    wrong: new Set(),
  };
  const lines = new Map<string, number>();
  const last = kind.fields.find((f) => f.key === kind.unique.at(-1))?.label ?? "";
  for (const { line, values, stands: id } of read.records) {
    const key = keyOf(values);
    const before = lines.get(key);
    if (before !== undefined) {
      sorted.problems.push({ line, column: last, message: `the same ${kind.one} as in line ${before}` });
      continue;
    }
    lines.set(key, line);
    const stands = id ? byId.get(id) : byKey.get(key);
    if (!stands) {
      sorted.added.push({ line, values });
      continue;
    }
    if (kind.fields.every((f) => alike(values[f.key], stands.values[f.key], f.input === "boundary" ? 0 : NOISE)))
      sorted.unchanged++;
    else sorted.changed.push({ stands, values: inOrder(register, values), line });
  }
  sorted.problems.sort((a, b) => a.line - b.line);
  sorted.wrong = new Set(sorted.problems.map((p) => p.line));
  return sorted;
}

/** Ids of new records as words of their own. */
async function slugsFor(
  client: Client,
  access: Access,
  table: string,
  added: ReadRow[],
  from: string,
): Promise<string[]> {
  const known = await rows<{ id: string }>(client, `select id from ${table} where practice_id = $1`, [
    access.practiceId,
  ]);
  const taken = new Set(known.map((k) => k.id));
  return added.map(({ values }) => {
    const wanted = slugOf(String(values[from]));
    let own = wanted;
    for (let n = 2; taken.has(own); n++) own = `${wanted}-${n}`;
    taken.add(own);
    return own;
  });
}
