/** Small shapes that several records share. */

import { z } from "zod";
import { NUTRIENT_IDS, SOIL_TEST_KEYS } from "../nutrients";

/** Records begin then; so many years ahead of today nobody plans. */
const FIRST_YEAR = 1990;
const YEARS_AHEAD = 20;
const lastYear = () => new Date().getUTCFullYear() + YEARS_AHEAD;
const isOfNow = (year: number) => year >= FIRST_YEAR && year <= lastYear();
const OF_NOW = () => `from ${FIRST_YEAR} to ${lastYear()}`;

/** A day that a record can be of. Example: "2027-05-03"; not the year 9999, which is a slip of the pen. */
export const isoDate = z.iso.date().refine((day) => isOfNow(Number(day.slice(0, 4))), {
  error: (issue) => `${String(issue.input)} given, allowed is a date ${OF_NOW()}`,
});
const notOfNow = ({ input }: { input?: unknown }) => `${String(input)} given, allowed is a year ${OF_NOW()}`;
/** The year of a harvest. */
export const season = z.number().int().min(FIRST_YEAR, { error: notOfNow }).max(lastYear(), { error: notOfNow });
/** Key of a product or lot, chosen by the practice. */
export const slug = z
  .string()
  .regex(/^[a-z0-9-]+$/, "small letters, digits and hyphens")
  .max(80);
export const name = z
  .string()
  .trim()
  .min(1)
  .max(200)
  // of nothing at all the line above speaks
  .refine((text) => text === "" || /[\p{L}\p{N}]/u.test(text), "a name has a letter or a digit");
/** An area [ha]: from a square metre to more than any field has. */
export const areaHa = z.number().min(0.0001).max(100_000);
/** Minor money units: hundredths of the practice's currency. */
export const minor = z.number().int().min(0).max(100_000_000);
export const pct = z.number().min(0).max(100);
/** Per cent of each nutrient in a product. */
export const contents = z
  .partialRecord(z.enum(NUTRIENT_IDS), pct)
  .refine((c) => Object.values(c).reduce((sum, v) => sum + (v ?? 0), 0) <= 100, "together at most 100 %");
/** What a laboratory found of each nutrient, in the scheme's unit. */
export const levels = z.partialRecord(z.enum(SOIL_TEST_KEYS), z.number().min(0).max(100_000));
