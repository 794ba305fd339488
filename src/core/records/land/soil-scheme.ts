import { z } from "zod";
import { NUTRIENTS, SOIL_TEST_KEYS } from "../../nutrients";
import type { SoilTestScheme } from "../../soil/soil-test-schemes";
import { chosenFrom, type RecordKind } from "../describe";
import { name, slug } from "../parts";

const limit = z.number().min(0).max(100_000);

/** How one laboratory or advisory service reads its soil tests: the limits of a practice's own. */
export const soilSchemeRecord = z.strictObject({
  id: slug,
  name,
  source: z.string().trim().min(1).max(400),
  limits: z
    .array(
      z
        .strictObject({
          nutrient: z.enum(SOIL_TEST_KEYS),
          method: name,
          unit: z.enum(["mg/kg", "mg/L"]),
          veryLow: limit,
          low: limit,
          target: limit,
          high: limit,
        })
        .refine((l) => l.veryLow < l.low && l.low < l.target && l.target < l.high, {
          path: ["low"],
          message: "the ends of the classes rise from very low to high",
        }),
    )
    .min(1, "at least one nutrient")
    .refine((lines) => new Set(lines.map((l) => l.nutrient)).size === lines.length, "each nutrient stands once"),
});
type SoilScheme = z.infer<typeof soilSchemeRecord>;

export const soilSchemeKind: RecordKind = {
  id: "soil-schemes",
  one: "scheme of soil tests",
  many: "Soil test methods and class limits",
  purpose: "Methods and class limits of a laboratory that uses others than the three that come with the program.",
  schema: soilSchemeRecord,
  unique: ["name"],
  slugFrom: "name",
  fields: [
    { key: "name", label: "Name", input: "text", listed: true, also: ["scheme", "laboratory"] },
    {
      key: "source",
      label: "Where its limits come from",
      input: "text",
      help: "shown beside every class that is read by it",
      listed: true,
    },
    {
      key: "limits",
      label: "Upper limits of the classes",
      also: ["upper ends of the classes"],
      input: "lines",
      help: "What is above the end of high is very high. A value at an end belongs to the class below it.",
      columns: [
        {
          key: "nutrient",
          label: "Nutrient",
          input: "choice",
          options: NUTRIENTS.flatMap((n) => (n.soilTestKey ? [{ value: n.soilTestKey, label: n.element }] : [])),
        },
        { key: "method", label: "Method", input: "text" },
        { key: "unit", label: "Unit", input: "choice", options: chosenFrom({ "mg/kg": "mg/kg", "mg/L": "mg/L" }) },
        { key: "veryLow", label: "Very low", input: "number", dimension: "count" },
        { key: "low", label: "Low", input: "number", dimension: "count" },
        { key: "target", label: "Target", input: "number", dimension: "count" },
        { key: "high", label: "High", input: "number", dimension: "count" },
      ],
    },
  ],
};

/**
 * A practice's own scheme as the program reads one.
 *
 * Example: a line { nutrient: "p", unit: "mg/kg", veryLow: 10, low: 20, target: 30, high: 50 } gives limits [10, 20, 30, 50].
 */
export const schemeOf = ({ id, name, source, limits }: SoilScheme): SoilTestScheme => ({
  id,
  name,
  nutrients: limits.map(({ nutrient, method, unit, veryLow, low, target, high }) => ({
    nutrient,
    unit,
    limits: [veryLow, low, target, high],
    method,
    source,
  })),
});
