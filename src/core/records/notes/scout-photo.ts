import { z } from "zod";
import { MOST_PHOTO_BYTES } from "./photo-limits";

/** A photo of a visit. The id comes from the device, so that one that is sent twice is one. */
export const scoutPhotoRecord = z.strictObject({
  id: z.uuid(),
  visitId: z.uuid(),
  /** JPEG in base 64 */
  jpeg: z
    .string()
    .max(Math.ceil((MOST_PHOTO_BYTES * 4) / 3) + 4)
    .regex(/^[A-Za-z0-9+/]+={0,2}$/, "a JPEG in base 64"),
});
export type ScoutPhoto = z.infer<typeof scoutPhotoRecord>;
