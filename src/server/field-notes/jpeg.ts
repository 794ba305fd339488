/** JPEG files as they may be kept: nothing in them but the picture. */

import sharp from "sharp";

/** Of a camera's largest pictures; a file of a kilobyte may claim a thousand times that. */
const MOST_PIXELS = 40_000_000;
const QUALITY = 82;

/**
 * A JPEG drawn anew from its pixels, upright, so that no place, device, time, thumbnail, comment or tail of the old file
 * survives. Null where it is no sound JPEG, or has more pixels than any camera's.
 *
 * Example: of a phone's photo with a position the same picture without one.
 */
export async function pictureOnly(bytes: Uint8Array): Promise<Uint8Array | null> {
  try {
    const picture = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: "truncated", sequentialRead: true });
    const { format } = await picture.metadata();
    if (format !== "jpeg") return null;
    return new Uint8Array(await picture.rotate().jpeg({ quality: QUALITY }).toBuffer());
  } catch {
    return null;
  }
}
