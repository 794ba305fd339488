/** A record's SQL: said once, from the record's keys and the columns that hold them, with every row checked when it is read. */

import type { z } from "zod";
import type { Client } from "../storage/db";

type Shape = z.ZodRawShape;

/** Limits of a value, as against what it is. */
const PAST_LIMIT: string[] = ["too_big", "too_small", "custom"];

export interface RecordTable<T> {
  table: string;
  /** the record's keys and the columns that hold them */
  columns: Partial<Record<string, string>>;
  /** columns for a select, as the record's keys; of a table alias */
  select: (alias: string) => string;
  /** a row that was read with `select` as a record; throws with table, key and what was found where it is none */
  parse: (row: Record<string, unknown>) => T;
  insert: (client: Client, extra: Record<string, unknown>, record: T) => Promise<void>;
  /** many at once; `extras` beside each, all with the same columns and an id */
  insertMany: (client: Client, practiceId: string, extras: Record<string, unknown>[], records: T[]) => Promise<void>;
  /** puts a record in the place of the one under `id`; what is set beside it is taken from `extra` */
  update: (
    client: Client,
    key: { practiceId: string; id: string },
    extra: Record<string, unknown>,
    record: T,
  ) => Promise<void>;
}

/** Values of a record that are rows of a table of their own. */
interface Nested {
  /** the record's key */
  key: string;
  /** SQL of the value as JSON, for a row of the alias */
  select: (alias: string) => string;
  /** puts the values in, in the place of those that stand */
  replace: (client: Client, practiceId: string, id: string, value: unknown) => Promise<void>;
  /** puts the values of new records in, by their ids */
  addMany: (client: Client, practiceId: string, list: { id: string; value: unknown }[]) => Promise<void>;
}

/**
 * `columns` maps keys of the record to columns; a key without a column lives elsewhere (a long table) and is put in by
 * who reads it, under its own key.
 */
export function recordTable<S extends Shape>(
  table: string,
  schema: z.ZodObject<S>,
  columns: Partial<Record<keyof S & string, string>>,
  nested?: Nested,
): RecordTable<z.infer<z.ZodObject<S>>> {
  type T = z.infer<z.ZodObject<S>>;
  const entries = Object.entries(columns) as [string, string][];
  const valuesOf = (extra: Record<string, unknown>, record: T) => ({
    ...extra,
    ...Object.fromEntries(entries.map(([key, column]) => [column, (record as Record<string, unknown>)[key]])),
  });
  return {
    table,
    columns,
    select: (alias) =>
      [
        ...entries.map(([key, column]) => `${alias}.${column} as "${key}"`),
        ...(nested ? [`${nested.select(alias)} as "${nested.key}"`] : []),
      ].join(", "),
    parse: (row) => {
      const own = Object.fromEntries(Object.keys(schema.shape).flatMap((key) => (key in row ? [[key, row[key]]] : [])));
      const parsed = schema.safeParse(own);
      if (parsed.success) return parsed.data as T;
      // what was kept when a limit was wider still opens; whoever changes it meets the limit of today
      if (parsed.error.issues.every(({ code }) => PAST_LIMIT.includes(code))) return own as T;
      const [issue] = parsed.error.issues;
      throw new Error(`${table}.${issue?.path.join(".")}: ${issue?.message}, found ${JSON.stringify(own)}`);
    },
    insert: async (client, extra, record) => {
      const values = valuesOf(extra, record);
      const names = Object.keys(values);
      await client.query(
        `insert into ${table} (${names.join(", ")}) values (${names.map((_, i) => `$${i + 1}`).join(", ")})`,
        names.map((n) => toSql(values[n])),
      );
      const id = String(values.id ?? "");
      await nested?.replace(
        client,
        String(values.practice_id ?? ""),
        id,
        (record as Record<string, unknown>)[nested.key],
      );
    },
    insertMany: async (client, practiceId, extras, records) => {
      const rows = records.map((record, i) => valuesOf({ practice_id: practiceId, ...extras[i] }, record));
      await insertRows(client, table, rows);
      await nested?.addMany(
        client,
        practiceId,
        records.map((record, i) => ({
          id: String(rows[i]?.id),
          value: (record as Record<string, unknown>)[nested.key],
        })),
      );
    },
    update: async (client, { practiceId, id }, extra, record) => {
      const values = valuesOf(extra, record);
      const names = Object.keys(values).filter((n) => n !== "id");
      await client.query(
        `update ${table} set ${names.map((n, i) => `${n} = $${i + 3}`).join(", ")} where practice_id = $1 and id = $2`,
        [practiceId, id, ...names.map((n) => toSql(values[n]))],
      );
      await nested?.replace(client, practiceId, id, (record as Record<string, unknown>)[nested.key]);
    },
  };
}

/** Objects go into jsonb columns as text; dates and nulls go as they are. */
const toSql = (value: unknown) =>
  typeof value === "object" && value !== null && !(value instanceof Date) ? JSON.stringify(value) : value;

/** Rows of the same columns at once; each value is read as its column's type. */
async function insertRows(client: Client, table: string, rows: Record<string, unknown>[]): Promise<void> {
  const [first] = rows;
  if (!first) return;
  const names = Object.keys(first).join(", ");
  await client.query(
    `insert into ${table} (${names}) select ${names} from jsonb_populate_recordset(null::${table}, $1)`,
    [JSON.stringify(rows)],
  );
}

/** A number for each of some keys, a row each: `{ p: 14, k: 180 }`. */
export function amountRows(key: string, table: string, owner: string, name: string, value: string): Nested {
  return {
    key,
    select: (alias) =>
      `coalesce((select jsonb_object_agg(n.${name}, n.${value}) from ${table} n where n.practice_id = ${alias}.practice_id and n.${owner} = ${alias}.id), '{}')`,
    replace: async (client, practiceId, id, amounts) => {
      await client.query(`delete from ${table} where practice_id = $1 and ${owner} = $2`, [practiceId, id]);
      await client.query(
        `insert into ${table} (practice_id, ${owner}, ${name}, ${value}) select $1, $2, a.key, a.value::numeric from jsonb_each_text($3) a`,
        [practiceId, id, JSON.stringify(amounts ?? {})],
      );
    },
    addMany: (client, practiceId, list) =>
      insertRows(
        client,
        table,
        list.flatMap(({ id, value: amounts }) =>
          Object.entries((amounts ?? {}) as Record<string, number>).map(([own, amount]) => ({
            practice_id: practiceId,
            [owner]: id,
            [name]: own,
            [value]: amount,
          })),
        ),
      ),
  };
}

/** A list of objects, a row each, numbered from 1 in `number`; `columns` by the objects' keys. */
export function listRows(
  key: string,
  table: string,
  owner: string,
  number: string,
  columns: Record<string, string>,
): Nested {
  const object = Object.entries(columns)
    .map(([own, column]) => `'${own}', n.${column}`)
    .join(", ");
  const names = Object.values(columns);
  return {
    key,
    select: (alias) =>
      `coalesce((select jsonb_agg(jsonb_build_object(${object}) order by n.${number}) from ${table} n where n.practice_id = ${alias}.practice_id and n.${owner} = ${alias}.id), '[]')`,
    replace: async (client, practiceId, id, list) => {
      await client.query(`delete from ${table} where practice_id = $1 and ${owner} = $2`, [practiceId, id]);
      const read = Object.entries(columns).map(([own]) => `(l.value ->> '${own}')::numeric`);
      await client.query(
        `insert into ${table} (practice_id, ${owner}, ${number}, ${names.join(", ")})
         select $1, $2, l.n, ${read.join(", ")} from jsonb_array_elements($3) with ordinality l (value, n)`,
        [practiceId, id, JSON.stringify(list ?? [])],
      );
    },
    addMany: (client, practiceId, added) =>
      insertRows(
        client,
        table,
        added.flatMap(({ id, value }) =>
          ((value ?? []) as Record<string, unknown>[]).map((line, i) => ({
            practice_id: practiceId,
            [owner]: id,
            [number]: i + 1,
            ...Object.fromEntries(Object.entries(columns).map(([own, column]) => [column, line[own]])),
          })),
        ),
      ),
  };
}
