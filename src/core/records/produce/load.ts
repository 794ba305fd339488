import { z } from "zod";
import { QUALITY_MEASURE_IDS, QUALITY_MEASURES } from "../../guides/quality-measures";
import { chosenFrom, type RecordKind } from "../describe";
import { isoDate, minor, season } from "../parts";

export const LOAD_ENDS = {
  store: "Into a store",
  sold: "Sold",
  home: "Used at home",
  feed: "Fed",
  seed: "Kept as seed",
  lost: "Lost or discarded",
} as const;
const ENDS = Object.keys(LOAD_ENDS) as [keyof typeof LOAD_ENDS, ...(keyof typeof LOAD_ENDS)[]];

/** A load of produce that was weighed: off a field or out of a store, into a store or away. */
export const loadRecord = z.strictObject({
  season,
  movedOn: isoDate,
  /** number of the weighbridge's ticket, or a number of one's own */
  ticket: z.string().trim().max(80).nullable().default(null),
  crop: z.string().min(1).max(80),
  lot: z.string().trim().max(80).default(""),
  massT: z.number().positive().max(100_000),
  moisturePct: z.number().min(0).max(95).nullable().default(null),
  to: z.enum(ENDS),
  driedToPct: z.number().min(0).max(95).nullable().default(null),
  /** treated with acid, so that it keeps moist */
  acid: z.boolean().default(false),
  buyer: z.string().trim().max(200).default(""),
  pricePerT: minor.nullable().default(null),
  measured: z.partialRecord(z.enum(QUALITY_MEASURE_IDS), z.number().min(0).max(100_000)).default({}),
  note: z.string().trim().max(2000).default(""),
});
export type Load = z.infer<typeof loadRecord>;

export const loadKind: RecordKind = {
  id: "loads",
  one: "load",
  many: "Loads",
  purpose: "What came off each field, what stands in store and what was sold: yields and margins follow from it.",
  schema: loadRecord,
  unique: ["season", "ticket"],
  fields: [
    {
      key: "fieldId",
      label: "From field",
      input: "link",
      to: "fields",
      empty: "null",
      help: "or out of a store, below",
      listed: true,
      also: ["off the field", "field"],
    },
    {
      key: "fromStoreId",
      label: "Out of the store",
      input: "link",
      to: "stores",
      empty: "null",
      listed: true,
      also: ["from store"],
    },
    {
      key: "toStoreId",
      label: "Into the store",
      input: "link",
      to: "stores",
      empty: "null",
      listed: true,
      also: ["store", "to store"],
    },
    {
      key: "season",
      label: "Harvest year",
      input: "number",
      dimension: "count",
      listed: true,
      also: ["season", "year"],
    },
    { key: "movedOn", label: "On", input: "date", listed: true, also: ["date", "weighed"] },
    { key: "ticket", label: "Ticket", input: "text", empty: "null", listed: true, also: ["ticket no", "number"] },
    { key: "crop", label: "Crop", input: "listed", list: "grown", listed: true, also: ["crop"] },
    {
      key: "lot",
      label: "Lot",
      input: "text",
      empty: "default",
      help: "a contract, a use, a variety: lots are never mixed by the program",
      listed: true,
    },
    {
      key: "massT",
      label: "Weight",
      input: "number",
      dimension: "count",
      unit: "t",
      help: "net, as it was weighed where it was taken from",
      listed: true,
      also: ["net", "mass", "tonnes", "net weight"],
    },
    { key: "moisturePct", label: "Moisture", input: "number", dimension: "percent", empty: "null", listed: true },
    { key: "to", label: "To", input: "choice", options: chosenFrom(LOAD_ENDS), listed: true, also: ["end"] },
    {
      key: "driedToPct",
      label: "Dried on the way to",
      input: "number",
      dimension: "percent",
      empty: "null",
      help: "what arrives weighs less by the water that left",
    },
    {
      key: "acid",
      label: "Treated with acid",
      input: "yesNo",
      empty: "default",
      help: "keeps moist by it, for feed only; kept apart from what is not",
    },
    { key: "buyer", label: "Buyer", input: "text", empty: "default" },
    { key: "pricePerT", label: "Price", input: "money", per: "t", empty: "null" },
    {
      key: "measured",
      label: "Measured",
      input: "amounts",
      unit: "each in its own unit",
      keys: QUALITY_MEASURE_IDS.filter((id) => id !== "moisture").map((key) => ({
        key,
        label: `${QUALITY_MEASURES[key].label}, ${QUALITY_MEASURES[key].unit}`,
      })),
      empty: "default",
    },
    { key: "note", label: "Note", input: "long", empty: "default" },
  ],
  check: ({ fieldId, fromStoreId, toStoreId, to, moisturePct, driedToPct }) => [
    ...((fieldId === null) === (fromStoreId === null)
      ? [
          {
            key: "fieldId",
            message: `${fieldId === null ? "neither is" : "both are"} given, allowed is one: off a field, or out of a store`,
          },
        ]
      : []),
    ...((to === "store") !== (toStoreId !== null)
      ? [
          {
            key: "toStoreId",
            message:
              to === "store" ? "nothing given: into which store?" : "given, allowed only of what goes into a store",
          },
        ]
      : []),
    ...(toStoreId !== null && toStoreId === fromStoreId && driedToPct === null
      ? [{ key: "toStoreId", message: "the store that it is taken from: allowed only of what is dried on the way" }]
      : []),
    ...(typeof driedToPct === "number" && typeof moisturePct === "number" && driedToPct > moisturePct
      ? [{ key: "driedToPct", message: `${driedToPct} % given, allowed is up to ${moisturePct} %, what it had` }]
      : []),
  ],
};
