import { z } from "zod";
import type { RecordKind } from "../describe";
import { isoDate } from "../parts";

/** What was found at a look into a store. */
export const storeReadingRecord = z.strictObject({
  readOn: isoDate,
  /** the warmest place in the heap */
  temperatureC: z.number().min(-30).max(90).nullable().default(null),
  humidityPct: z.number().min(0).max(100).nullable().default(null),
  moisturePct: z.number().min(0).max(95).nullable().default(null),
  insectsPerKg: z.number().min(0).max(10_000).nullable().default(null),
  sproutedPct: z.number().min(0).max(100).nullable().default(null),
  rottenPct: z.number().min(0).max(100).nullable().default(null),
  note: z.string().trim().max(2000).default(""),
});

export const storeReadingKind: RecordKind = {
  id: "store-readings",
  one: "look into a store",
  many: "Store inspections",
  purpose: "Warmth, insects, sprouts and rot: what heats is found before it spoils.",
  schema: storeReadingRecord,
  unique: ["storeId", "readOn"],
  fields: [
    { key: "storeId", label: "Store", input: "link", to: "stores", listed: true },
    { key: "readOn", label: "On", input: "date", listed: true, also: ["date"] },
    {
      key: "temperatureC",
      label: "Hottest spot",
      input: "number",
      dimension: "temperature",
      empty: "null",
      listed: true,
      also: ["warmest place", "temperature"],
    },
    {
      key: "humidityPct",
      label: "Humidity of its air",
      input: "number",
      dimension: "percent",
      empty: "null",
      listed: true,
    },
    { key: "moisturePct", label: "Moisture", input: "number", dimension: "percent", empty: "null", listed: true },
    {
      key: "insectsPerKg",
      label: "Live insects",
      input: "number",
      dimension: "count",
      unit: "in a kilogram",
      empty: "null",
      listed: true,
    },
    { key: "sproutedPct", label: "Sprouted", input: "number", dimension: "percent", empty: "null", listed: true },
    { key: "rottenPct", label: "Rotten", input: "number", dimension: "percent", empty: "null", listed: true },
    { key: "note", label: "Note", input: "long", empty: "default" },
  ],
  check: (values) =>
    ["temperatureC", "humidityPct", "moisturePct", "insectsPerKg", "sproutedPct", "rottenPct"].every(
      (key) => values[key] === null,
    ) && values.note === ""
      ? [{ key: "temperatureC", message: "nothing given: write down what was found, or a note" }]
      : [],
};
