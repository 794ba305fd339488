import { z } from "zod";
import { LIME_MATERIALS } from "../../soil/lime";
import { chosenFrom, type RecordKind } from "../describe";
import { minor, name, slug } from "../parts";

/** A liming material of the practice's catalogue; priced spread, in minor units a tonne. */
export const limeProductRecord = z.strictObject({
  id: slug,
  name,
  material: z.enum(LIME_MATERIALS),
  /** CaCO3 = 100 */
  neutralisingValuePct: z.number().min(5).max(200),
  /** standard ground limestone = 100 */
  finenessPct: z.number().min(5).max(120),
  pricePerT: minor,
});
export type LimeProduct = z.infer<typeof limeProductRecord>;

export const limeKind: RecordKind = {
  id: "limes",
  one: "lime",
  many: "Limes",
  purpose: "What acid soil is limed with; plans choose the cheapest that works in time.",
  schema: limeProductRecord,
  unique: ["name"],
  slugFrom: "name",
  fields: [
    { key: "name", label: "Name", input: "text", listed: true, also: ["product", "lime"] },
    {
      key: "material",
      label: "Material",
      input: "choice",
      options: chosenFrom({
        groundLimestone: "Ground limestone",
        granulatedLime: "Granulated lime",
        burntLime: "Burnt lime",
        hydratedLime: "Hydrated lime",
      }),
      listed: true,
    },
    {
      key: "neutralisingValuePct",
      label: "Neutralising value",
      input: "number",
      dimension: "percent",
      help: "of pure calcium carbonate as 100; burnt lime has about 150 to 175",
      listed: true,
      also: ["nv", "cce"],
    },
    {
      key: "finenessPct",
      label: "Fineness",
      input: "number",
      dimension: "percent",
      help: "how much of it works within the rotation, of standard ground limestone as 100",
      listed: true,
    },
    { key: "pricePerT", label: "Price, spread", input: "money", per: "t", listed: true },
  ],
};
