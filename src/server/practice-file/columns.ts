import type { Client } from "../storage/db";

export interface Column {
  name: string;
  /** the database's type, as it is cast to */
  type: string;
  isText: boolean;
}

/** Columns of each table that its file holds, in their order, and the columns of its key. */
export async function columnsOf(
  client: Pick<Client, "query">,
  tables: string[],
): Promise<Map<string, { columns: Column[]; key: string[] }>> {
  const { rows } = await client.query<{ table: string; name: string; type: string; category: string; made: boolean }>(
    `select c.relname as "table", a.attname as name, format_type(a.atttypid, a.atttypmod) as type, t.typcategory as category,
       a.attgenerated <> '' as made
     from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attnum > 0 and not a.attisdropped join pg_type t on t.oid = a.atttypid
     where c.relnamespace = 'public'::regnamespace and c.relname = any($1) order by c.relname, a.attnum`,
    [tables],
  );
  const { rows: keys } = await client.query<{ table: string; name: string }>(
    `select c.relname as "table", a.attname as name from pg_index i join pg_class c on c.oid = i.indrelid
       cross join lateral unnest(i.indkey::int2[]) with ordinality k (attnum, n)
       join pg_attribute a on a.attrelid = c.oid and a.attnum = k.attnum
     where i.indisprimary and c.relnamespace = 'public'::regnamespace and c.relname = any($1) order by c.relname, k.n`,
    [tables],
  );
  return new Map(
    tables.map((table) => {
      const own = rows.filter((r) => r.table === table && !r.made && r.name !== "practice_id");
      return [
        table,
        {
          columns: own.map(({ name, type, category }) => ({
            name,
            type,
            isText: category === "S" || type === "jsonb",
          })),
          key: keys.filter((k) => k.table === table && k.name !== "practice_id").map((k) => k.name),
        },
      ];
    }),
  );
}
