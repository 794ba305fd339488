/** Small shapes that several records share. */

import { z } from "zod";
import { NUTRIENT_IDS, SOIL_TEST_KEYS } from "../nutrients";

export const isoDate = z.iso.date();
/** Key of a product or lot, chosen by the practice. */
export const slug = z
  .string()
  .regex(/^[a-z0-9-]+$/, "small letters, digits and hyphens")
  .max(80);
export const name = z.string().trim().min(1).max(200);
/** Minor money units: hundredths of the practice's currency. */
export const minor = z.number().int().min(0).max(100_000_000);
export const pct = z.number().min(0).max(100);
/** Per cent of each nutrient in a product. */
export const contents = z
  .partialRecord(z.enum(NUTRIENT_IDS), pct)
  .refine((c) => Object.values(c).reduce((sum, v) => sum + (v ?? 0), 0) <= 100, "together at most 100 %");
/** What a laboratory found of each nutrient, in the scheme's unit. */
export const levels = z.partialRecord(z.enum(SOIL_TEST_KEYS), z.number().min(0).max(100_000));
