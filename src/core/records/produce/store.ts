import { z } from "zod";
import { STORE_KIND_IDS, STORE_KINDS } from "../../guides/store-kinds";
import { chosenFrom, type RecordKind } from "../describe";
import { name } from "../parts";

export const STORE_AIR = {
  none: "None",
  vents: "Vents and doors",
  fan: "Fan, outdoor air",
  heated: "Heated air",
  cooled: "Cooled",
  airtight: "Shut off from air",
} as const;
const keys = <T extends object>(of: T) => Object.keys(of) as [keyof T & string, ...(keyof T & string)[]];

/** A place in which produce is kept. */
export const storeRecord = z.strictObject({
  name,
  kind: z.enum(STORE_KIND_IDS),
  capacityM3: z.number().positive().max(1_000_000),
  air: z.enum(keys(STORE_AIR)).default("none"),
  note: z.string().trim().max(2000).default(""),
});
export type Store = z.infer<typeof storeRecord>;

export const storeKind: RecordKind = {
  id: "stores",
  one: "store",
  many: "Stores",
  purpose: "What was harvested stands there: how much, how moist, how long it keeps, what must not stand beside it.",
  schema: storeRecord,
  unique: ["farmId", "name"],
  fields: [
    { key: "farmId", label: "Farm", input: "link", to: "farms", listed: true },
    { key: "name", label: "Name", input: "text", listed: true, also: ["store"] },
    { key: "kind", label: "Kind", input: "choice", options: chosenFrom(STORE_KINDS), listed: true },
    {
      key: "capacityM3",
      label: "Room",
      input: "number",
      dimension: "count",
      unit: "m³",
      help: "that can be filled; what it holds in tonnes follows from the crop",
      listed: true,
      also: ["capacity", "volume"],
    },
    { key: "air", label: "Air", input: "choice", options: chosenFrom(STORE_AIR), empty: "default", listed: true },
    { key: "note", label: "Note", input: "long", empty: "default" },
  ],
};
