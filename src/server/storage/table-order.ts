/** Tables of practices in the order in which their rows can be put in: those that others rest on first. */

import type { Client } from "./db";

type Asks = Pick<Client, "query">;

/** All tables with a practice's rows. Throws where they rest on each other in a circle. */
export async function tablesInOrder(client: Asks): Promise<string[]> {
  const { rows: tables } = await client.query<{ name: string }>(
    `select c.relname as name from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attname = 'practice_id'
     where c.relkind = 'r' and c.relnamespace = 'public'::regnamespace order by 1`,
  );
  const { rows: links } = await client.query<{ from: string; to: string }>(
    `select distinct a.relname as from, b.relname as to from pg_constraint k join pg_class a on a.oid = k.conrelid
     join pg_class b on b.oid = k.confrelid where k.contype = 'f' and a.oid <> b.oid`,
  );
  const left = new Set(tables.map((t) => t.name));
  const order: string[] = [];
  while (left.size > 0) {
    const free = [...left].filter((name) => !links.some((l) => l.from === name && left.has(l.to)));
    if (free.length === 0) throw new Error(`tables rest on each other in a circle: ${[...left].join(", ")}`);
    for (const name of free) {
      left.delete(name);
      order.push(name);
    }
  }
  return order;
}
