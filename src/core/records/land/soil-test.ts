import { z } from "zod";
import { NUTRIENTS } from "../../nutrients";
import type { RecordKind } from "../describe";
import { isoDate, levels } from "../parts";

/** A soil test of a field: general figures, and what was found of each nutrient by the scheme's methods. */
export const soilTestRecord = z.strictObject({
  takenOn: isoDate,
  depthCm: z.number().positive().max(100),
  scheme: z.string().min(1).max(80),
  ph: z.number().min(2).max(11),
  organicMatterPct: z.number().min(0).max(100),
  levels: levels.default({}),
  soilMineralNKgPerHa: z.number().min(0).max(2000).nullable().default(null),
  /** how deep the sample for it went, where it was deeper than the rest */
  soilMineralNDepthCm: z.number().positive().max(200).nullable().default(null),
  /** electrical conductivity of the saturation extract [dS/m] */
  ecE: z.number().min(0).max(200).nullable().default(null),
  /** exchangeable sodium [% of the exchange capacity], or the sodium adsorption ratio of the extract where only that was found */
  espPct: z.number().min(0).max(100).nullable().default(null),
  sar: z.number().min(0).max(200).nullable().default(null),
  cecCmolPerKg: z.number().positive().max(200).nullable().default(null),
  /** of the soil [g/cm3], where levels were given by volume or area */
  bulkDensity: z.number().min(0.1).max(2.2).nullable().default(null),
});
export type SoilTest = z.infer<typeof soilTestRecord>;

export const soilTestKind: RecordKind = {
  id: "soil-tests",
  one: "soil test",
  many: "Soil tests",
  purpose: "Lime and nutrients are reckoned from the newest test of a field.",
  schema: soilTestRecord,
  unique: ["fieldId", "takenOn", "depthCm"],
  fields: [
    { key: "fieldId", label: "Field", input: "link", to: "fields", listed: true },
    { key: "takenOn", label: "Taken on", input: "date", listed: true, also: ["date", "sampled", "sample date"] },
    { key: "depthCm", label: "Depth", input: "number", dimension: "length", listed: true, also: ["sample depth"] },
    {
      key: "scheme",
      label: "Methods and classes",
      input: "listed",
      list: "schemes",
      help: "values of one method cannot be read by the limits of another",
      listed: true,
      also: ["method", "scheme"],
    },
    { key: "ph", label: "pH in water", input: "number", dimension: "count", listed: true, also: ["ph"] },
    {
      key: "organicMatterPct",
      label: "Organic matter",
      input: "number",
      dimension: "percent",
      help: "organic carbon times 1.724 where only that was found",
      listed: true,
      also: ["om", "humus"],
    },
    {
      key: "levels",
      label: "Found",
      input: "amounts",
      unit: "mg/kg or mg/L, as the scheme has it; what the laboratory has in another unit is typed with it: 0.4 meq/100 g",
      levels: true,
      keys: NUTRIENTS.flatMap((n) => (n.soilTestKey ? [{ key: n.soilTestKey, label: n.element }] : [])),
      listed: true,
      empty: "default",
    },
    {
      key: "soilMineralNKgPerHa",
      label: "Mineral nitrogen",
      input: "number",
      dimension: "massPerArea",
      empty: "null",
      also: ["nmin", "mineral n", "smn"],
    },
    {
      key: "soilMineralNDepthCm",
      label: "Mineral nitrogen down to",
      input: "number",
      dimension: "length",
      empty: "null",
      help: "empty: the depth of the test",
    },
    { key: "ecE", label: "Salt, ECe", input: "number", dimension: "conductivity", empty: "null", also: ["ec", "ece"] },
    { key: "espPct", label: "Sodium, ESP", input: "number", dimension: "percent", empty: "null", also: ["esp"] },
    { key: "sar", label: "Sodium, SAR", input: "number", dimension: "count", empty: "null" },
    {
      key: "cecCmolPerKg",
      label: "CEC",
      input: "number",
      dimension: "count",
      unit: "cmol/kg",
      empty: "null",
      also: ["exchange capacity, cec", "cec"],
    },
    {
      key: "bulkDensity",
      label: "Bulk density",
      input: "number",
      dimension: "count",
      unit: "g/cm³",
      empty: "null",
      help: "where levels are given by volume or area, as mg/L or kg/ha, and the scheme has them by mass; usual are 1.2 to 1.5",
      also: ["density"],
    },
  ],
};
