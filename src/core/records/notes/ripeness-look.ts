import { z } from "zod";
import { isoDate } from "../parts";

/** What somebody found who looked whether a crop is ripe. The id comes from the device, so that a look that is sent twice counts once. */
export const ripenessLookRecord = z
  .strictObject({
    id: z.uuid(),
    planId: z.uuid(),
    day: isoDate,
    /** by the guide's signs: there, or not yet; what nobody looked at is left out */
    seen: z.record(z.string().min(1).max(80), z.boolean()),
    /** of a sample [%] */
    moisturePct: z.number().min(1).max(95).nullable().default(null),
    note: z.string().max(2000).default(""),
  })
  .refine((look) => Object.keys(look.seen).length > 0 || look.moisturePct !== null, {
    path: ["seen"],
    message: "nothing given, allowed is at least one sign, or a moisture",
  });
export type RipenessLook = z.infer<typeof ripenessLookRecord>;
