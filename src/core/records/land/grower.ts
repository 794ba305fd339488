import { z } from "zod";
import { UNIT_SETS } from "../../units/units";
import { chosenFrom, type RecordKind } from "../describe";
import { name } from "../parts";

/** Who grows: what documents for them are written in. */
export const growerRecord = z.strictObject({
  name,
  /** units of the documents for this grower; null for the practice's */
  unitSet: z.enum(UNIT_SETS).nullable().default(null),
});

export const growerKind: RecordKind = {
  id: "growers",
  one: "grower",
  many: "Growers",
  purpose: "Whose farms are planned for. Documents are written in the grower's units.",
  schema: growerRecord,
  unique: ["name"],
  fields: [
    { key: "name", label: "Name", input: "text", listed: true, also: ["grower", "client", "customer"] },
    {
      key: "unitSet",
      label: "Units of documents",
      input: "choice",
      options: chosenFrom({
        metric: "Metric",
        usCustomary: "US customary",
        imperial: "Imperial mix",
        southAsian: "South Asian",
      }),
      empty: "null",
      help: "empty: the practice's",
      listed: true,
    },
  ],
};
