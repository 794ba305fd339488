import { z } from "zod";
import { isoDate } from "../parts";

/** Counts of one threat in one field on one day. The id comes from the device, so that a visit that is sent twice counts once. */
export const scoutVisitRecord = z.strictObject({
  id: z.uuid(),
  planId: z.uuid(),
  /** of the guide's threats */
  threatId: z.string().min(1).max(80),
  day: isoDate,
  /** place by place, whole numbers */
  counts: z.array(z.number().int().min(0).max(1_000_000)).min(1).max(500),
  /** a mean from which one acts; null where only counts were made */
  threshold: z.number().min(0).max(1_000_000).nullable().default(null),
  note: z.string().max(2000).default(""),
});
export type ScoutVisit = z.infer<typeof scoutVisitRecord>;
