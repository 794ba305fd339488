import { z } from "zod";

/** The longer side of a photo that is kept [px], and its most bytes. */
export const PHOTO_PX = 1280;
export const MOST_PHOTO_BYTES = 700_000;

/** A photo of a visit. The id comes from the device, so that one that is sent twice is one. */
export const scoutPhotoRecord = z.strictObject({
  id: z.uuid(),
  visitId: z.uuid(),
  /** JPEG in base 64 */
  jpeg: z
    .string()
    .min(100)
    .max(Math.ceil((MOST_PHOTO_BYTES * 4) / 3) + 4)
    .regex(/^[A-Za-z0-9+/]+={0,2}$/, "a JPEG in base 64"),
});
export type ScoutPhoto = z.infer<typeof scoutPhotoRecord>;
