import { z } from "zod";
import { NUTRIENTS } from "../../nutrients";
import { chosenFrom, type RecordKind } from "../describe";
import { contents, minor, name, slug } from "../parts";

const N_FORMS = ["urea", "ammonium", "ammonium nitrate", "nitrate", "organic"] as const;

/** Elements that are usually declared as oxides, as laboratories write them out. */
const ELEMENT_NAMES: Record<string, string> = { P: "phosphorus", K: "potassium", Mg: "magnesium", Ca: "calcium" };

/** A fertiliser of the practice's catalogue. Prices in minor units a tonne. */
export const fertiliserRecord = z.strictObject({
  id: slug,
  name,
  contents,
  pricePerT: minor,
  /** null: sold loose */
  bagKg: z.number().positive().max(100_000).nullable().default(null),
  /** what its nitrogen is: decides how it is lost and what it must not meet */
  nForm: z.enum(N_FORMS).nullable().default(null),
  containsChloride: z.boolean().default(false),
  organic: z.boolean().default(false),
});
export type Fertiliser = z.infer<typeof fertiliserRecord>;

export const fertiliserKind: RecordKind = {
  id: "fertilisers",
  one: "fertiliser",
  many: "Fertilisers and manures",
  purpose: "What nutrients can be bought or spread as; plans choose the cheapest that fit.",
  schema: fertiliserRecord,
  unique: ["name"],
  slugFrom: "name",
  fields: [
    { key: "name", label: "Name", input: "text", listed: true, also: ["product", "fertiliser", "manure"] },
    {
      key: "contents",
      label: "Contents",
      input: "amounts",
      unit: "%",
      keys: NUTRIENTS.map((n) => ({
        key: n.id,
        label: n.label,
        ...(n.elementShare < 1
          ? { element: { symbol: n.element, name: ELEMENT_NAMES[n.element] ?? n.element, share: n.elementShare } }
          : {}),
      })),
      help: "by mass, in the form that is named. A laboratory's element is typed with its sign: 0.26 P is taken as 0.6 P₂O₅.",
      listed: true,
    },
    { key: "pricePerT", label: "Price", input: "money", per: "t", listed: true },
    {
      key: "bagKg",
      label: "Pack",
      input: "number",
      dimension: "mass",
      empty: "null",
      help: "empty: sold loose",
      listed: true,
      also: ["bag", "pack mass"],
    },
    {
      key: "nForm",
      label: "Form of nitrogen",
      input: "choice",
      options: chosenFrom(Object.fromEntries(N_FORMS.map((f) => [f, f]))),
      empty: "null",
      help: "decides how it is lost and what it must not meet",
      listed: true,
    },
    { key: "containsChloride", label: "Contains chloride", input: "yesNo", empty: "default" },
    { key: "organic", label: "Manure or other organic", input: "yesNo", empty: "default" },
  ],
  check: ({ contents }) =>
    Object.keys((contents as object | undefined) ?? {}).length > 0
      ? []
      : [{ key: "contents.n", message: "nothing given, needed is one nutrient at least" }],
};
