import { z } from "zod";
import { isoDate } from "../parts";

/** Rain of a day in a field's own gauge. The id comes from the device, so that a reading that is sent twice counts once. */
export const rainReadingRecord = z.strictObject({
  id: z.uuid(),
  fieldId: z.uuid(),
  day: isoDate,
  rainMm: z.number().min(0).max(500),
});
export type RainReading = z.infer<typeof rainReadingRecord>;
