/** The values of a record as they travel: what the record holds, and which others it belongs to, by their ids. */

import { z } from "zod";
import { perObject } from "../memo";
import { fallen, linksOf, type RecordKind } from "./describe";

export type Values = Record<string, unknown>;

/**
 * The schema of a kind's values: links and record together, without an id that the practice does not choose by hand. An
 * issue's path names the field.
 *
 * Example: valuesSchema(RECORD_KINDS.fields) takes { farmId, name, areaHa, textureClass, ... }.
 */
export function valuesSchema(kind: RecordKind): z.ZodType<Values> {
  return schemas(kind, 0, () => {
    const record = kind.slugFrom ? kind.schema.omit({ id: true }) : kind.schema;
    const links = linksOf(kind).map((l) => [l.key, l.empty === "null" ? z.uuid().nullable().default(null) : z.uuid()]);
    const schema = record.extend(Object.fromEntries(links)).superRefine((values, context) => {
      for (const { key, message } of [...fallen(kind, values as Values), ...(kind.check?.(values as Values) ?? [])])
        context.addIssue({ code: "custom", path: key.split("."), message });
    }) as unknown as z.ZodType<Values>;
    return schema;
  });
}

const schemas = perObject<RecordKind, 0, z.ZodType<Values>>();

/** What a record is called in a list or a message: its words, as far as it has some. */
export function titleOf(kind: RecordKind, values: Values): string {
  const words = kind.unique.filter((key) => !linksOf(kind).some((l) => l.key === key)).map((key) => values[key]);
  return words.filter((w) => w !== null && w !== undefined && w !== "").join(", ") || kind.one;
}
