import { z } from "zod";
import { chosenFrom, type RecordKind } from "../describe";
import { isoDate, minor, name, slug } from "../parts";
import { FORMULATIONS } from "./product-forms";

/** What a product is used against, in the words of labels. */
const PRODUCT_KINDS = {
  herbicide: "Herbicide",
  fungicide: "Fungicide",
  insecticide: "Insecticide",
  acaricide: "Acaricide, against mites",
  nematicide: "Nematicide",
  molluscicide: "Molluscicide, against snails and slugs",
  rodenticide: "Rodenticide",
  regulator: "Growth regulator",
} as const;
export type ProductKind = keyof typeof PRODUCT_KINDS;
const keys = <T extends object>(of: T) => Object.keys(of) as [keyof T & string, ...(keyof T & string)[]];

const BEE_RULES = {
  none: "None on the label",
  notInBloom: "Not on crops or weeds in bloom",
  evening: "Only after bees have stopped flying",
} as const;
const MOVES = { contact: "Contact", systemic: "Systemic" } as const;

/** One use that the label allows: a crop, an organism, and its limits. Rates are of product a hectare, in its unit. */
const labelUse = z.strictObject({
  crop: z.string().min(1).max(80),
  target: z.string().min(1).max(80),
  rateLow: z.number().positive().max(1000).nullable().default(null),
  rate: z.number().positive().max(1000),
  waterLow: z.number().positive().max(10_000).nullable().default(null),
  waterHigh: z.number().positive().max(10_000).nullable().default(null),
  most: z.number().int().min(1).max(50).nullable().default(null),
  intervalDays: z.number().int().min(0).max(365).nullable().default(null),
  fromBbch: z.number().int().min(0).max(99).nullable().default(null),
  toBbch: z.number().int().min(0).max(99).nullable().default(null),
  harvestWaitDays: z.number().int().min(0).max(730).nullable().default(null),
  plantBackDays: z.number().int().min(0).max(1500).nullable().default(null),
  /** number of a minor-use permit, where it is no use of the label itself */
  permit: z.string().trim().max(80).default(""),
  permitUntil: isoDate.nullable().default(null),
});
export type LabelUse = z.infer<typeof labelUse>;

/** A product of crop protection as its label says; nothing ships with the program but made-up ones in the demo. */
export const protectionProductRecord = z.strictObject({
  id: slug,
  name,
  kind: z.enum(keys(PRODUCT_KINDS)),
  active: z.string().trim().min(1).max(400),
  /** g/L of a liquid, % by mass of a solid */
  content: z.number().positive().max(2000).nullable().default(null),
  formulation: z.enum(keys(FORMULATIONS)).default("liquid"),
  moves: z.enum(keys(MOVES)).nullable().default(null),
  /** mode of action by the label's group; empty where it has none */
  group: z.string().trim().max(20).default(""),
  /** treatments of one group in a row that the label allows */
  groupInARow: z.number().int().min(1).max(20).nullable().default(null),
  reEntryHours: z.number().min(0).max(2000).nullable().default(null),
  waterBufferM: z.number().min(0).max(1000).nullable().default(null),
  houseBufferM: z.number().min(0).max(1000).nullable().default(null),
  windMs: z.number().positive().max(15).nullable().default(null),
  bees: z.enum(keys(BEE_RULES)).default("none"),
  hazards: z.string().trim().max(1000).default(""),
  equipment: z.string().trim().max(1000).default(""),
  firstAid: z.string().trim().max(1000).default(""),
  partners: z.string().trim().max(1000).default(""),
  /** minor units a litre or kilogram */
  pricePerUnit: minor,
  packSize: z.number().positive().max(10_000).nullable().default(null),
  approvedUntil: isoDate.nullable().default(null),
  useUntil: isoDate.nullable().default(null),
  stock: z.number().min(0).max(1_000_000).nullable().default(null),
  batch: z.string().trim().max(200).default(""),
  stockUntil: isoDate.nullable().default(null),
  uses: z.array(labelUse).max(200).default([]),
});
export type ProtectionProduct = z.infer<typeof protectionProductRecord>;

export const protectionProductKind: RecordKind = {
  id: "protection-products",
  one: "crop protection product",
  many: "Crop protection products",
  purpose:
    "Labels as you type them in: treatments are planned within them, and nothing is planned that they do not allow.",
  schema: protectionProductRecord,
  unique: ["name"],
  slugFrom: "name",
  groups: [
    {
      label: "Formulation and resistance",
      why: "what the tank holds, and how often one mode of action may follow itself",
      fields: ["content", "formulation", "moves", "group", "groupInARow", "partners"],
    },
    {
      label: "Entry, buffers, wind and bees",
      why: "the re-entry notice, and when and where it may be sprayed",
      fields: ["reEntryHours", "waterBufferM", "houseBufferM", "windMs", "bees"],
    },
    { label: "Safety", why: "who mixes and sprays it", fields: ["hazards", "equipment", "firstAid"] },
    {
      label: "Authorisation and stock",
      why: "what may still be bought and used, and what is in the shed",
      fields: ["packSize", "approvedUntil", "useUntil", "stock", "batch", "stockUntil"],
    },
  ],
  fields: [
    { key: "name", label: "Product", input: "text", listed: true, also: ["product", "trade name"] },
    {
      key: "kind",
      label: "What it is",
      input: "choice",
      options: chosenFrom(PRODUCT_KINDS),
      listed: true,
      also: ["type"],
    },
    { key: "active", label: "Active ingredient", input: "text", listed: true, also: ["active substance", "ai"] },
    {
      key: "content",
      label: "Content",
      input: "number",
      dimension: "count",
      unit: "g/L or %",
      empty: "null",
      help: "grams in a litre of a liquid, per cent by mass of a solid",
    },
    { key: "formulation", label: "Formulation", input: "choice", options: chosenFrom(FORMULATIONS), empty: "default" },
    {
      key: "moves",
      label: "Movement in plant",
      also: ["in the plant"],
      input: "choice",
      options: chosenFrom(MOVES),
      empty: "null",
    },
    {
      key: "group",
      label: "Mode-of-action group",
      input: "text",
      empty: "default",
      listed: true,
      help: "the code on the label: resistance is held off by changing it",
      also: ["group of action", "moa", "frac", "irac", "hrac", "mode of action"],
    },
    {
      key: "groupInARow",
      label: "Most uses in a row",
      also: ["of one group in a row"],
      input: "number",
      dimension: "count",
      empty: "null",
      help: "as the label says; empty: two at most",
    },
    { key: "pricePerUnit", label: "Price", input: "money", per: "L or kg", listed: true },
    { key: "packSize", label: "Pack", input: "number", dimension: "count", unit: "L or kg", empty: "null" },
    {
      key: "uses",
      label: "Uses on the label",
      input: "lines",
      empty: "default",
      help: "each crop and organism with its limits; rates in L or kg a hectare, stages by BBCH",
      columns: [
        { key: "crop", label: "Crop", input: "listed", list: "grown", own: true },
        { key: "target", label: "Against", input: "listed", list: "threats", own: true },
        { key: "rateLow", label: "Rate from", input: "number", dimension: "count", empty: "null" },
        { key: "rate", label: "Rate up to", input: "number", dimension: "count" },
        {
          key: "waterLow",
          label: "Minimum water, L/ha",
          also: ["water from, l/ha"],
          input: "number",
          dimension: "count",
          empty: "null",
        },
        {
          key: "waterHigh",
          label: "Maximum water, L/ha",
          also: ["water up to, l/ha"],
          input: "number",
          dimension: "count",
          empty: "null",
        },
        {
          key: "most",
          label: "Maximum applications",
          also: ["times a season"],
          input: "number",
          dimension: "count",
          empty: "null",
        },
        {
          key: "intervalDays",
          label: "Minimum interval, days",
          also: ["days between"],
          input: "number",
          dimension: "count",
          empty: "null",
        },
        { key: "fromBbch", label: "From BBCH", input: "number", dimension: "count", empty: "null" },
        { key: "toBbch", label: "To BBCH", input: "number", dimension: "count", empty: "null" },
        {
          key: "harvestWaitDays",
          label: "Harvest interval, days",
          also: ["wait to harvest, days"],
          input: "number",
          dimension: "count",
          empty: "null",
        },
        {
          key: "plantBackDays",
          label: "Plant-back interval, days",
          also: ["next crop after, days"],
          input: "number",
          dimension: "count",
          empty: "null",
        },
        { key: "permit", label: "Permit", input: "text", empty: "default" },
        { key: "permitUntil", label: "Authorised until", also: ["permit until"], input: "date", empty: "null" },
      ],
    },
    { key: "reEntryHours", label: "Re-entry after", input: "number", dimension: "count", unit: "hours", empty: "null" },
    {
      key: "waterBufferM",
      label: "Buffer to water",
      also: ["from open water"],
      input: "number",
      dimension: "distance",
      empty: "null",
    },
    {
      key: "houseBufferM",
      label: "Buffer to houses",
      also: ["from houses"],
      input: "number",
      dimension: "distance",
      empty: "null",
    },
    { key: "windMs", label: "Wind up to", input: "number", dimension: "wind", empty: "null" },
    { key: "bees", label: "Bees", input: "choice", options: chosenFrom(BEE_RULES), empty: "default" },
    { key: "hazards", label: "Hazards", input: "long", empty: "default" },
    { key: "equipment", label: "Protective equipment (PPE)", also: ["to wear"], input: "long", empty: "default" },
    { key: "firstAid", label: "First aid", input: "long", empty: "default" },
    {
      key: "partners",
      label: "Tank-mix partners",
      also: ["in the tank with"],
      input: "long",
      empty: "default",
      help: "partners and order, as the label says",
    },
    {
      key: "approvedUntil",
      label: "Product authorised until",
      also: ["approved until"],
      input: "date",
      empty: "null",
      listed: true,
    },
    { key: "useUntil", label: "Use up by", also: ["used up until"], input: "date", empty: "null" },
    { key: "stock", label: "In stock", input: "number", dimension: "count", unit: "L or kg", empty: "null" },
    { key: "batch", label: "Batch", input: "text", empty: "default" },
    { key: "stockUntil", label: "Stock keeps until", input: "date", empty: "null" },
  ],
  rises: [
    ["uses.rateLow", "uses.rate"],
    ["uses.waterLow", "uses.waterHigh"],
    ["uses.fromBbch", "uses.toBbch"],
    ["approvedUntil", "useUntil"],
  ],
  check: ({ content, formulation }) => [
    ...(formulation !== "liquid" && Number(content ?? 0) > 100
      ? [{ key: "content", message: `${content} given, allowed is up to 100 % of a solid` }]
      : []),
  ],
};
