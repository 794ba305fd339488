import { z } from "zod";
import { DRAINAGES } from "../soil/drainage";
import { TEXTURE_CLASSES } from "../soil/texture";
import { name } from "./parts";

export const WATER_SOURCES = ["rain", "canal", "river", "well", "reservoir"] as const;

/** A field as it is entered; its farm is named apart. */
export const fieldRecord = z.strictObject({
  name,
  areaHa: z.number().positive().lt(10_000),
  boundary: z.unknown().default(null),
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
  /** to where the harvest is fed, dried or sold */
  outletKm: z.number().min(0).max(2000).nullable().default(null),
  note: z.string().max(4000).default(""),
});
export type FieldRecord = z.infer<typeof fieldRecord>;
