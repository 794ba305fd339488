import { z } from "zod";
import { IMPLEMENT_IDS } from "../ground/implements";
import { minor, name } from "./parts";

/** A farm: its zone, and what it can do in a day. */
export const farmRecord = z.strictObject({
  name,
  zone: z.string().min(1).max(120).default("any"),
  /** work by hand and hired hours rather than by the farm's own machines */
  handWork: z.boolean().default(false),
  contractor: z.boolean().default(false),
  /** an hour of hand or driver's work here; null for the practice's */
  labourPerH: minor.nullable().default(null),
  tractors: z.number().int().min(0).max(200).default(1),
  harvesters: z.number().int().min(0).max(100).default(1),
  hands: z.number().int().min(0).max(5000).default(2),
  /** machines that can be had here, own or hired, with their own work rates; empty where nobody listed them */
  machines: z
    .array(
      z.strictObject({
        implement: z.enum(IMPLEMENT_IDS as [string, ...string[]]),
        number: z.number().int().min(0).max(200).default(1),
        haPerHour: z.number().positive().max(100).nullable().default(null),
      }),
    )
    .default([]),
  dayHours: z.number().positive().max(24).default(9),
});
export type FarmRecord = z.infer<typeof farmRecord>;
