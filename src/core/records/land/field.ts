import { z } from "zod";
import { DRAINAGES } from "../../soil/drainage";
import { TEXTURE_CLASSES, textureName } from "../../soil/texture";
import { textureOf } from "../../soil/texture-triangle";
import { WATER_SYSTEM_IDS, WATER_SYSTEMS } from "../../water/systems";
import { ANALYSIS_LIMITS } from "../../water/water-quality";
import { chosenFrom, type RecordKind } from "../describe";
import { areaHa, name } from "../parts";
import { readBoundary } from "./boundary";
import { type Boundary, boundaryAreaHa } from "./boundary-measures";

const WATER_SOURCES = ["rain", "canal", "river", "well", "reservoir"] as const;

/** GeoJSON, closed and turned as it should be. */
const boundarySchema = z.unknown().transform((given, context): Boundary => {
  const read = readBoundary(given);
  if (read.ok) return read.value;
  for (const error of read.errors)
    context.addIssue({ code: "custom", message: error.message.replace(/^boundary: /, ""), input: given });
  return z.NEVER;
});

/** An area that differs by more from that of the boundary is of another field, or wants a word of why [share]. */
const OTHER_AREA = 1 / 3;

/** A field as it is entered; its farm is named apart. */
const fieldValues = z.strictObject({
  name,
  areaHa,
  boundary: boundarySchema.nullable().default(null),
  textureClass: z.enum(TEXTURE_CLASSES),
  drainage: z.enum(DRAINAGES).default("free"),
  /** lower edge of a compacted layer, null where none is known */
  compactionDepthCm: z.number().min(1).max(100).nullable().default(null),
  irrigated: z.boolean().default(false),
  /** what roots can use down to rock, gravel or standing water; null where nobody dug */
  soilDepthCm: z.number().positive().max(500).nullable().default(null),
  slopePct: z.number().min(0).max(100).nullable().default(null),
  /** stones over 2 cm, by volume of the topsoil */
  stonesPct: z.number().min(0).max(90).nullable().default(null),
  waterSource: z.enum(WATER_SOURCES).nullable().default(null),
  /** what the source gives the field in a year; null where nothing limits or nobody knows */
  waterM3PerYear: z.number().min(0).max(1_000_000_000).nullable().default(null),
  /** how water is brought to the crop; null where nobody said */
  waterSystem: z.enum(WATER_SYSTEM_IDS).nullable().default(null),
  /** what the source or pump gives [m3/h], and how high it is lifted to the field [m] */
  waterFlowM3PerH: z.number().positive().max(20_000).nullable().default(null),
  waterLiftM: z.number().min(0).max(500).nullable().default(null),
  /** what an analysis of its water found: conductivity, sodium adsorption ratio, chloride, nitrate (as nitrate) */
  waterEcDsM: z.number().min(0).max(ANALYSIS_LIMITS.ecDsM.max).nullable().default(null),
  waterSar: z.number().min(0).max(ANALYSIS_LIMITS.sar.max).nullable().default(null),
  waterChlorideMgL: z.number().min(0).max(ANALYSIS_LIMITS.chlorideMgL.max).nullable().default(null),
  waterNitrateMgL: z.number().min(0).max(ANALYSIS_LIMITS.nitrateMgL.max).nullable().default(null),
  /** to where the harvest is fed, dried or sold */
  outletKm: z.number().min(0).max(2000).nullable().default(null),
  /** from the source to the field [m] */
  waterDistanceM: z.number().min(0).max(100_000).nullable().default(null),
  /** of the topsoil, by mass; what the texture class was found from */
  sandPct: z.number().min(0).max(100).nullable().default(null),
  clayPct: z.number().min(0).max(100).nullable().default(null),
  /** of the ground, at midday in summer */
  shadePct: z.number().min(0).max(100).nullable().default(null),
  obstacles: z.string().max(400).default(""),
  /** beasts graze it in some part of the year */
  grazed: z.boolean().nullable().default(null),
  /** to the nearest stream, ditch, pond or well, and to the nearest house [m] */
  openWaterM: z.number().min(0).max(100_000).nullable().default(null),
  housesM: z.number().min(0).max(100_000).nullable().default(null),
  note: z.string().max(4000).default(""),
});
export const fieldRecord = fieldValues.superRefine(({ areaHa, boundary, note }, context) => {
  const drawn = boundary ? boundaryAreaHa(boundary) : null;
  if (drawn === null || note !== "" || Math.abs(areaHa / drawn - 1) <= OTHER_AREA) return;
  context.addIssue({
    code: "custom",
    path: ["areaHa"],
    message: `${areaHa} ha given, the boundary holds ${Number(drawn.toPrecision(3))}: allowed is within a third of that, or with a note that says why`,
    input: areaHa,
  });
});
export type FieldRecord = z.infer<typeof fieldRecord>;

const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

export const fieldKind: RecordKind = {
  id: "fields",
  one: "field",
  many: "Fields",
  purpose: "What is planned: its ground, its water and its size.",
  schema: fieldRecord,
  unique: ["farmId", "name"],
  suggest: ({ sandPct, clayPct, boundary, areaHa }) => {
    const texture = typeof sandPct === "number" && typeof clayPct === "number" ? textureOf(sandPct, clayPct) : null;
    const drawn = boundary ? readBoundary(boundary) : null;
    const measured = drawn?.ok ? Math.round(boundaryAreaHa(drawn.value) * 1000) / 1000 : null;
    // what is typed to within a hundredth of what is measured is the same
    const differs = measured !== null && !(Math.abs(Number(areaHa) - measured) <= 0.01 * measured);
    return [
      ...(texture ? [{ key: "textureClass", value: texture, why: `${sandPct} % sand and ${clayPct} % clay` }] : []),
      ...(differs ? [{ key: "areaHa", value: measured, why: "inside of the boundary" }] : []),
    ];
  },
  check: ({ sandPct, clayPct }) => {
    const both = Number(sandPct ?? 0) + Number(clayPct ?? 0);
    return both > 100
      ? [{ key: "clayPct", message: `sand and clay are ${both} % together, allowed is up to 100 %` }]
      : [];
  },
  groups: [
    { label: "Boundary", why: "the area, rows and beds to scale, where to walk when scouting", fields: ["boundary"] },
    {
      label: "Soil and slope",
      why: "site rating, water held, tillage depth, draught",
      fields: ["sandPct", "clayPct", "drainage", "soilDepthCm", "compactionDepthCm", "slopePct", "stonesPct"],
    },
    {
      label: "Water",
      why: "irrigation dates and amounts, pumping cost, salt and nitrate that come with it",
      fields: [
        "irrigated",
        "waterSource",
        "waterM3PerYear",
        "waterSystem",
        "waterFlowM3PerH",
        "waterLiftM",
        "waterDistanceM",
        "waterEcDsM",
        "waterSar",
        "waterChlorideMgL",
        "waterNitrateMgL",
      ],
    },
    {
      label: "Surroundings",
      why: "label buffers, haulage, shade",
      fields: ["shadePct", "obstacles", "grazed", "openWaterM", "housesM", "outletKm", "note"],
    },
  ],
  fields: [
    { key: "farmId", label: "Farm", input: "link", to: "farms", listed: true },
    { key: "name", label: "Name", input: "text", listed: true, also: ["field", "field name", "parcel"] },
    { key: "boundary", label: "Boundary", input: "boundary", empty: "null", also: ["geometry"] },
    { key: "areaHa", label: "Area", input: "number", dimension: "area", listed: true, also: ["size"] },
    {
      key: "textureClass",
      label: "Texture",
      input: "choice",
      options: TEXTURE_CLASSES.map((t) => ({ value: t, label: sentence(textureName(t)) })),
      listed: true,
      also: ["soil", "soil type"],
    },
    {
      key: "sandPct",
      label: "Sand",
      input: "number",
      dimension: "percent",
      empty: "null",
      help: "of a particle-size analysis; with clay it gives the texture class",
    },
    { key: "clayPct", label: "Clay", input: "number", dimension: "percent", empty: "null" },
    {
      key: "drainage",
      label: "Drainage",
      input: "choice",
      options: chosenFrom({ free: "Free", moderate: "Moderate", poor: "Poor" }),
      empty: "default",
      listed: true,
    },
    { key: "irrigated", label: "Irrigated", input: "yesNo", empty: "default", listed: true },
    {
      key: "waterSource",
      label: "Water source",
      also: ["water from"],
      input: "choice",
      options: chosenFrom(Object.fromEntries(WATER_SOURCES.map((s) => [s, sentence(s)]))),
      empty: "null",
    },
    {
      key: "waterM3PerYear",
      label: "Annual water limit",
      also: ["water in a year"],
      input: "number",
      dimension: "count",
      unit: "m³",
      empty: "null",
      help: "empty: nothing limits it, or nobody knows",
    },
    {
      key: "waterSystem",
      label: "Irrigation system",
      also: ["watered by"],
      input: "choice",
      options: Object.values(WATER_SYSTEMS).map((w) => ({ value: w.id, label: sentence(w.name) })),
      empty: "null",
      help: "decides how much of the water reaches the roots, and what one irrigation can be",
    },
    {
      key: "waterFlowM3PerH",
      label: "Flow",
      input: "number",
      dimension: "count",
      unit: "m³/h",
      empty: "null",
      help: "of the pump or of the turn; hours of water follow from it",
    },
    {
      key: "waterLiftM",
      label: "Static lift",
      also: ["lift of the water"],
      input: "number",
      dimension: "distance",
      empty: "null",
      help: "from the water to the field, without what the system itself presses",
    },
    {
      key: "waterEcDsM",
      label: "Salt in the water",
      input: "number",
      dimension: "count",
      unit: "dS/m",
      empty: "null",
      help: "electrical conductivity of an analysis",
    },
    {
      key: "waterSar",
      label: "Sodium adsorption ratio of the water",
      input: "number",
      dimension: "count",
      empty: "null",
    },
    {
      key: "waterChlorideMgL",
      label: "Chloride in the water",
      input: "number",
      dimension: "count",
      unit: "mg/L",
      empty: "null",
    },
    {
      key: "waterNitrateMgL",
      label: "Nitrate in the water",
      input: "number",
      dimension: "count",
      unit: "mg/L",
      empty: "null",
      help: "as nitrate; nitrate nitrogen times 4.43. It is counted as nitrogen where the field is watered",
    },
    {
      key: "waterDistanceM",
      label: "Distance to water",
      also: ["way of the water"],
      input: "number",
      dimension: "distance",
      empty: "null",
    },
    {
      key: "soilDepthCm",
      label: "Rootable depth",
      input: "number",
      dimension: "length",
      empty: "null",
      help: "down to rock, gravel or standing water",
    },
    {
      key: "compactionDepthCm",
      label: "Compaction to",
      also: ["compacted down to"],
      input: "number",
      dimension: "length",
      empty: "null",
      help: "lower edge of a compacted layer; empty: none known",
    },
    { key: "slopePct", label: "Slope", input: "number", dimension: "percent", empty: "null" },
    {
      key: "stonesPct",
      label: "Stones",
      input: "number",
      dimension: "percent",
      empty: "null",
      help: "over 2 cm, by volume",
    },
    {
      key: "shadePct",
      label: "Shaded",
      input: "number",
      dimension: "percent",
      empty: "null",
      help: "kept; no plan reckons with it yet",
    },
    { key: "obstacles", label: "Obstacles", input: "text", empty: "default", help: "poles, trees, wet spots" },
    { key: "grazed", label: "Grazed", input: "yesNo", empty: "null" },
    {
      key: "openWaterM",
      label: "To open water",
      input: "number",
      dimension: "distance",
      empty: "null",
      help: "stream, ditch, pond or well; kept for whoever spreads and sprays, no plan reckons with it yet",
    },
    { key: "housesM", label: "To houses", input: "number", dimension: "distance", empty: "null" },
    {
      key: "outletKm",
      label: "Haulage distance",
      also: ["way of the harvest"],
      input: "number",
      dimension: "count",
      unit: "km",
      empty: "null",
      help: "to where it is fed, dried or sold",
    },
    { key: "note", label: "Note", input: "long", empty: "default" },
  ],
};
