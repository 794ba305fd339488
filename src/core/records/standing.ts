/** Records that stand already, found by what a row of a file says of them. */

import type { RecordKind } from "./describe";
import { namingFields } from "./import-headings";
import type { Values } from "./values";

export interface StandingRecord {
  id: string;
  values: Values;
}

/** One name is another but for its case and the spaces in it. */
const word = (value: unknown): string =>
  typeof value === "number"
    ? // units leave noise behind
      String(Number(value.toPrecision(6)))
    : String(value).trim().toLowerCase().replace(/\s+/g, " ");

export class Standing {
  private readonly whole = new Map<string, StandingRecord[]>();
  private readonly byName = new Map<string, StandingRecord[]>();
  private readonly naming: string[];

  constructor(
    private readonly kind: RecordKind,
    records: StandingRecord[],
  ) {
    this.naming = namingFields(kind).map((f) => f.key);
    for (const record of records) {
      add(this.whole, keyOf(kind.unique, record.values), record);
      if (this.naming.length > 0) add(this.byName, keyOf(this.naming, record.values), record);
    }
  }

  /**
   * The records that are called so: by all that names one, or by its words alone where a row has no more.
   *
   * Example: of fields, { name: "Long Ley" } is both of that name on two farms, { farmId, name } one of them.
   */
  find(said: Values): StandingRecord[] {
    const has = (key: string) => said[key] !== undefined && said[key] !== null && said[key] !== "";
    if (this.kind.unique.every(has)) return this.whole.get(keyOf(this.kind.unique, said)) ?? [];
    if (this.naming.length === 0 || !this.naming.every(has)) return [];
    const more = this.kind.unique.filter((key) => has(key) && !this.naming.includes(key));
    return (this.byName.get(keyOf(this.naming, said)) ?? []).filter(
      ({ values }) => keyOf(more, values) === keyOf(more, said),
    );
  }
}

const keyOf = (keys: string[], values: Values): string => keys.map((key) => word(values[key] ?? "")).join("\n");

function add(map: Map<string, StandingRecord[]>, key: string, record: StandingRecord): void {
  const known = map.get(key);
  if (known) known.push(record);
  else map.set(key, [record]);
}
