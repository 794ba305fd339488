import { z } from "zod";
import { TEXTURE_CLASSES } from "../soil/texture";
import { name } from "./parts";

/** A field as it is entered; its farm is named apart. */
export const fieldRecord = z.strictObject({
  name,
  areaHa: z.number().positive().lt(10_000),
  boundary: z.unknown().default(null),
  textureClass: z.enum(TEXTURE_CLASSES),
  drainage: z.enum(["free", "moderate", "poor"]).default("free"),
  /** lower edge of a compacted layer, null where none is known */
  compactionDepthCm: z.number().min(1).max(100).nullable().default(null),
  irrigated: z.boolean().default(false),
  note: z.string().max(4000).default(""),
});
export type FieldRecord = z.infer<typeof fieldRecord>;
