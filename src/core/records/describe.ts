/**
 * How a record is shown, typed and written to files: said once beside its schema, for form, list, table file and import
 * alike. Nothing here knows a screen; a label is what people call the thing.
 */

import type { z } from "zod";
import type { Dimension } from "../units/units";

/** One of a few that can be chosen. */
export interface Chosen {
  value: string;
  label: string;
  /** why one would take it */
  note?: string;
}

/** Lists that the program or the practice has, rather than the record: crops, their kinds, zones, schemes. */
const LIST_IDS = ["crops", "grown", "kinds", "products", "zones", "schemes", "threats"] as const;
type ListId = (typeof LIST_IDS)[number];
/** Entries of a list; of one that depends on another value, with that value; of schemes, with the unit of each nutrient. */
export type Lists = Record<ListId, (Chosen & { of?: string; units?: Record<string, string> })[]>;

/** One of the keys of amounts. */
export interface Amount {
  key: string;
  label: string;
  /** the element that it may be given as instead, and how much of the key's own form is that element */
  element?: { symbol: string; name: string; share: number };
}

export type Input =
  | { input: "text" | "long" | "date" | "yesNo" }
  /** in the dimension's internal unit, shown in the units of whoever looks; `unit` where it is the same for all */
  | { input: "number"; dimension: Dimension; unit?: string }
  /** minor money units */
  | { input: "money"; per: string }
  | { input: "choice"; options: Chosen[] }
  /**
   * of a list; `by` names the value that it depends on, `own` keeps names that are not in it, `first` takes the first of it
   * where a file says nothing
   */
  | { input: "listed"; list: ListId; by?: string; own?: true; first?: true }
  /** another record of the practice, by its id */
  | { input: "link"; to: KindId }
  /** a number for each of some keys; what is empty is left out; `levels` of soil may be typed in other units */
  | { input: "amounts"; keys: Amount[]; unit: string; levels?: true }
  /** lines of several values; of as many lines as have names, where these are given, of what `nameOf` says */
  | { input: "lines"; columns: RecordField[]; names?: string[]; nameOf?: string }
  /** a GeoJSON polygon or several */
  | { input: "boundary" };

export type RecordField = Input & {
  /** the record's key */
  key: string;
  label: string;
  /** what it is for, or how it is found */
  help?: string;
  /** what an empty value stands for: null, or the schema's default; absent where there must be one */
  empty?: "null" | "default";
  /** stands in the list, in this order of fields */
  listed?: true;
  /** other words that a file's heading may call it */
  also?: string[];
};

export const KIND_IDS = [
  "growers",
  "farms",
  "stations",
  "fields",
  "soil-schemes",
  "soil-tests",
  "grown-crops",
  "fertilisers",
  "limes",
  "seed-lots",
  "varieties",
  "variety-trials",
  "crop-offers",
  "protection-products",
  "stores",
  "loads",
  "store-readings",
] as const;
export type KindId = (typeof KIND_IDS)[number];

export interface RecordKind {
  id: KindId;
  /** "soil test", "soil tests" */
  one: string;
  many: string;
  /** what a plan takes from it */
  purpose: string;
  schema: z.ZodObject;
  /** links and the record's values, in the order of the form; links first */
  fields: RecordField[];
  /** what is not needed to begin, under headings that say what it is good for; the rest stands first */
  groups?: { label: string; why: string; fields: string[] }[];
  /** keys that no two live records share together */
  unique: string[];
  /** its id is a word, made from this key when it is added */
  slugFrom?: string;
  /** values of which the first is never more, or later, than the second; a list's as "uses.rateLow" */
  rises?: [first: string, then: string][];
  /** what follows from values that are typed, for fields that may take it; the reason names where it comes from */
  suggest?: (values: Record<string, unknown>) => { key: string; value: unknown; why: string }[];
  /** what its values must be together besides, by the key that is told */
  check?: (values: Record<string, unknown>) => { key: string; message: string }[];
}

/** Links of a kind: its fields that name another record. */
export const linksOf = (kind: RecordKind): (RecordField & { input: "link"; to: KindId })[] =>
  kind.fields.flatMap((f) => (f.input === "link" ? [f] : []));

/**
 * Values that stand the wrong way round, by the key of the second.
 *
 * Example: rises [["uses.fromBbch", "uses.toBbch"]] and a use from 61 to 30: uses.0.toBbch, "30 given, allowed is 61 or more".
 */
export function fallen({ rises = [] }: Pick<RecordKind, "rises">, values: Record<string, unknown>) {
  return rises.flatMap(([first, then]) => {
    const [list, key] = then.split(".") as [string, string?];
    const compare = (of: Record<string, unknown>, [low, high]: [string, string], path: string) => {
      const [a, b] = [of[low], of[high]];
      const comparable =
        (typeof a === "number" && typeof b === "number") || (typeof a === "string" && typeof b === "string" && a && b);
      return comparable && (a as number) > (b as number)
        ? [{ key: path, message: `${b} given, allowed is ${a} or ${typeof a === "string" ? "later" : "more"}` }]
        : [];
    };
    if (key === undefined) return compare(values, [first, then], then);
    const lines = values[list];
    return (Array.isArray(lines) ? (lines as Record<string, unknown>[]) : []).flatMap((line, i) =>
      compare(line, [first.slice(list.length + 1), key], `${list}.${i}.${key}`),
    );
  });
}

/** A name as an id: small letters, digits and hyphens. Example: slugOf("Nitrate 27 (new)") is "nitrate-27-new". */
export function slugOf(name: string): string {
  const plain = name
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, 70);
  return plain || "item";
}

/** Choices from names of their own. Example: chosenFrom({ free: "Free" }) is [{ value: "free", label: "Free" }]. */
export const chosenFrom = (names: Record<string, string>): Chosen[] =>
  Object.entries(names).map(([value, label]) => ({ value, label }));
