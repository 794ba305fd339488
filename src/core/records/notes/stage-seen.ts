import { z } from "zod";
import { isoDate } from "../parts";

/** A growth stage seen in the field. */
export const stageSeenRecord = z.strictObject({
  id: z.uuid(),
  planId: z.uuid(),
  stageId: z.string().min(1).max(80),
  seenOn: isoDate,
  note: z.string().max(2000).default(""),
});
export type StageSeen = z.infer<typeof stageSeenRecord>;
