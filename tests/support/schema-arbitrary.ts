/**
 * Values that a Zod schema allows, drawn for fast-check: mostly at the ends of what is allowed, so that what only
 * breaks there breaks here. With `wrong`, now and then something that it does not allow in the place of a part.
 */

import fc from "fast-check";
import type { z } from "zod";

export interface Drawing {
  /** texts to draw from where any would do, such as ids that mean something */
  texts?: readonly string[];
  /** dates to draw from besides the ends of the calendar */
  dates?: readonly string[];
  uuids?: readonly string[];
  /** share of parts that are drawn against their schema, as one in so many; 0 draws none */
  wrongOneIn?: number;
}

/** Texts that have broken programs before. */
export const ODD_TEXTS = [
  "__proto__",
  "constructor",
  "toString",
  "a",
  " ",
  "\u0000",
  "\ud800",
  "%",
  "'; select 1 --",
  "é€😀",
  "x".repeat(80),
] as const;
const ODD_VALUES = [null, true, 0, -1, 1e308, "", "x", "\u0000", [], {}, [[]], { length: 1 }, "9999-12-31"];
const ENDS_OF_CALENDAR = ["0001-01-01", "1899-12-31", "1970-01-01", "2024-02-29", "2200-12-31", "9999-12-31"];

/** Example: fc.sample(schemaArbitrary(z.strictObject({ t: z.number().positive().max(3) })), 2). */
export function schemaArbitrary(schema: z.ZodType, drawing: Drawing = {}): fc.Arbitrary<unknown> {
  const sound = arbitraryOf(schema as unknown as Inner, drawing);
  if (!drawing.wrongOneIn) return sound;
  return fc.oneof(
    { weight: drawing.wrongOneIn - 1, arbitrary: sound },
    { weight: 1, arbitrary: fc.constantFrom<unknown>(...ODD_VALUES) },
  );
}

// what is read here of a schema's inside
interface Inner {
  _zod: {
    def: {
      type: string;
      shape?: Record<string, Inner>;
      keyType?: Inner;
      valueType?: Inner;
      innerType?: Inner;
      element?: Inner;
      in?: Inner;
      out?: Inner;
      options?: Inner[];
      items?: Inner[];
      entries?: Record<string, string | number>;
      values?: unknown[];
      format?: string;
      checks?: { _zod: { def: CheckDef } }[];
    };
  };
}
interface CheckDef {
  check?: string;
  value?: number;
  inclusive?: boolean;
  minimum?: number;
  maximum?: number;
  format?: string;
  pattern?: RegExp;
}
interface Limits {
  minimum?: number;
  maximum?: number;
  exclusiveMinimum?: number;
  exclusiveMaximum?: number;
  format?: string;
  pattern?: RegExp;
  /** worked upon before it is judged: spaces at the ends count for nothing */
  trimmed?: boolean;
}

/** What the checks of a schema leave open. */
function limitsOf({ format, checks = [] }: Inner["_zod"]["def"]): Limits {
  const limits: Limits = format === undefined ? {} : { format };
  for (const { _zod } of checks) {
    const { check, value, inclusive, minimum, maximum, pattern } = _zod.def;
    if (check === "greater_than") limits[inclusive ? "minimum" : "exclusiveMinimum"] = value as number;
    if (check === "less_than") limits[inclusive ? "maximum" : "exclusiveMaximum"] = value as number;
    if (minimum !== undefined) limits.minimum = minimum;
    if (maximum !== undefined) limits.maximum = maximum;
    if (pattern !== undefined) limits.pattern = pattern;
    if (check === "overwrite") limits.trimmed = true;
    if (_zod.def.format !== undefined) limits.format = _zod.def.format;
  }
  return limits;
}

function arbitraryOf(schema: Inner, drawing: Drawing): fc.Arbitrary<unknown> {
  const { def } = schema._zod;
  const limits = limitsOf(def);
  // what a check of its own refuses is not drawn
  const judged = def.checks?.some((c) => c._zod.def.check === "custom") ?? false;
  const sound = (drawn: fc.Arbitrary<unknown>) =>
    judged ? drawn.filter((v) => (schema as unknown as z.ZodType).safeParse(v).success) : drawn;
  const of = (inner: Inner | undefined) => schemaArbitrary(inner as unknown as z.ZodType, drawing);
  switch (def.type) {
    case "object": {
      const shape = def.shape ?? {};
      const optional = (s: Inner) => ["optional", "default", "prefault"].includes(s._zod.def.type);
      const keys = Object.keys(shape);
      return fc.record(Object.fromEntries(keys.map((k) => [k, of(shape[k])])), {
        requiredKeys: keys.filter((k) => !optional(shape[k] as Inner)),
      });
    }
    case "record":
      // a key of its own is made even for "__proto__", as JSON.parse does
      return fc
        .uniqueArray(fc.tuple(of(def.keyType), of(def.valueType)), { maxLength: 4, selector: ([k]) => String(k) })
        .map((entries) => JSON.parse(`{${entries.map(([k, v]) => `${JSON.stringify(String(k))}:${text(v)}`).join()}}`));
    case "string":
      return sound(textOf(limits, drawing));
    case "number":
      return sound(numberOf(limits));
    case "boolean":
      return fc.boolean();
    case "enum":
      return fc.constantFrom(...Object.values(def.entries ?? {}));
    case "literal":
      return fc.constantFrom(...(def.values ?? []));
    case "array":
      return fc.array(of(def.element), { minLength: limits.minimum ?? 0, maxLength: Math.min(limits.maximum ?? 5, 5) });
    case "tuple":
      return fc.tuple(...(def.items ?? []).map(of));
    case "union":
      return fc.oneof(...(def.options ?? []).map(of));
    case "optional":
    case "default":
    case "prefault":
    case "readonly":
      return of(def.innerType);
    case "nullable":
      return fc.oneof(fc.constant(null), of(def.innerType));
    case "pipe":
      // what is worked upon before it is judged: what it is judged by says more
      return of(def.in?._zod.def.type === "transform" ? def.out : def.in);
    case "unknown":
    case "any":
      return fc.jsonValue();
    default:
      throw new Error(`no values are drawn for a schema of the type "${def.type}"`);
  }
}

const text = (value: unknown): string => JSON.stringify(value) ?? "null";

function textOf({ format, pattern, trimmed, minimum = 0, maximum = 200 }: Limits, drawing: Drawing) {
  const long = (s: string) => (trimmed ? s.trim() : s).length;
  const fits = (s: string) => long(s) >= minimum && s.length <= maximum;
  if (format === "date") return fc.constantFrom(...ENDS_OF_CALENDAR, ...(drawing.dates ?? ["2026-10-01"]));
  if (format === "uuid") return fc.constantFrom(...(drawing.uuids ?? ["00000000-0000-4000-8000-000000000000"]));
  if (pattern) return fc.stringMatching(pattern).filter(fits);
  const fitting = [...(drawing.texts ?? []), ...ODD_TEXTS].filter(fits);
  return fc.oneof(
    { weight: 4, arbitrary: fc.constantFrom(...fitting) },
    {
      weight: 1,
      arbitrary: fc.string({ minLength: minimum, maxLength: Math.min(maximum, 30), unit: "binary" }).filter(fits),
    },
  );
}

function numberOf({ minimum, maximum, exclusiveMinimum, exclusiveMaximum, format }: Limits) {
  const whole = format?.includes("int") ?? false;
  const least = minimum ?? exclusiveMinimum ?? -1e15;
  const most = maximum ?? exclusiveMaximum ?? 1e15;
  if (whole) {
    const low = exclusiveMinimum !== undefined && least === exclusiveMinimum ? least + 1 : least;
    const high = exclusiveMaximum !== undefined && most === exclusiveMaximum ? most - 1 : most;
    return fc.oneof(fc.constantFrom(low, high), fc.integer({ min: Math.max(low, -2e9), max: Math.min(high, 2e9) }));
  }
  const inside = (n: number) =>
    n >= least && n <= most && n !== exclusiveMinimum && n !== exclusiveMaximum && Number.isFinite(n);
  const ends = [least, most, least + 5e-324, 5e-324, 1e-300, 1e-9, 0, -0, 1, 1e12].filter(inside);
  return fc.oneof(
    fc.constantFrom(...ends),
    fc.double({ min: least, max: most, noNaN: true, noDefaultInfinity: true }).filter(inside),
  );
}
