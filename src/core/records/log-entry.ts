import { z } from "zod";
import { isoDate } from "./parts";

/** That an operation was done. The id comes from the device, so that an entry that is sent twice counts once. */
export const logEntryRecord = z.strictObject({
  id: z.uuid(),
  planId: z.uuid(),
  operationId: z.string().min(1).max(80),
  doneOn: isoDate,
  quantityPerHa: z.number().min(0).max(1_000_000).nullable(),
  note: z.string().max(2000),
});
export type LogEntry = z.infer<typeof logEntryRecord>;
