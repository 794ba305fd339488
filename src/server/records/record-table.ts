/** A record's SQL: said once, from the record's keys and the columns that hold them, with every row checked when it is read. */

import type { z } from "zod";
import type { Client } from "../db";

type Shape = z.ZodRawShape;

export interface RecordTable<T> {
  table: string;
  /** columns for a select, as the record's keys; of a table alias */
  select: (alias: string) => string;
  /** a row that was read with `select` as a record; throws with table, key and what was found where it is none */
  parse: (row: Record<string, unknown>) => T;
  insert: (client: Client, extra: Record<string, unknown>, record: T) => Promise<void>;
}

/**
 * `columns` maps keys of the record to columns; a key without a column lives elsewhere (a long table) and is put in by
 * who reads it, under its own key.
 */
export function recordTable<S extends Shape>(
  table: string,
  schema: z.ZodObject<S>,
  columns: Partial<Record<keyof S & string, string>>,
): RecordTable<z.infer<z.ZodObject<S>>> {
  type T = z.infer<z.ZodObject<S>>;
  const entries = Object.entries(columns) as [string, string][];
  return {
    table,
    select: (alias) => entries.map(([key, column]) => `${alias}.${column} as "${key}"`).join(", "),
    parse: (row) => {
      const own = Object.fromEntries(Object.keys(schema.shape).flatMap((key) => (key in row ? [[key, row[key]]] : [])));
      const parsed = schema.safeParse(own);
      if (parsed.success) return parsed.data as T;
      const [issue] = parsed.error.issues;
      throw new Error(`${table}.${issue?.path.join(".")}: ${issue?.message}, found ${JSON.stringify(own)}`);
    },
    insert: async (client, extra, record) => {
      const values: Record<string, unknown> = { ...extra };
      for (const [key, column] of entries) values[column] = (record as Record<string, unknown>)[key];
      const names = Object.keys(values);
      await client.query(
        `insert into ${table} (${names.join(", ")}) values (${names.map((_, i) => `$${i + 1}`).join(", ")})`,
        names.map((n) => (isJson(values[n]) ? JSON.stringify(values[n]) : values[n])),
      );
    },
  };
}

/** Objects go into jsonb columns as text; dates and nulls go as they are. */
const isJson = (value: unknown) => typeof value === "object" && value !== null && !(value instanceof Date);
