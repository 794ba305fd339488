import { z } from "zod";
import { isoDate } from "../parts";
import { applicationRecord } from "./spray-application";

/** That an operation was done. The id comes from the device, so that an entry that is sent twice counts once. */
export const logEntryRecord = z.strictObject({
  id: z.uuid(),
  planId: z.uuid(),
  operationId: z.string().min(1).max(80),
  doneOn: isoDate,
  quantityPerHa: z.number().min(0).max(1_000_000).nullable(),
  note: z.string().max(2000),
  /** of a treatment: who put it on, when, in which wind */
  application: applicationRecord.nullable().default(null),
});
export type LogEntry = z.infer<typeof logEntryRecord>;
/** As it is given: what is left out of how it was put on is none. */
export type LogGiven = z.input<typeof logEntryRecord>;
