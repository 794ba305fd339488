"use client";

import { MOST_PHOTO_BYTES, PHOTO_PX } from "@/core/records/notes/photo-limits";

/** Qualities that are tried in turn until the picture is small enough. */
const QUALITIES = [0.75, 0.6, 0.45, 0.3];

/** A photo drawn anew as a small JPEG in base 64: what the camera wrote beside the picture stays behind. Null where it is no picture. */
export async function smallPhoto(file: Blob): Promise<string | null> {
  const picture = await createImageBitmap(file, { imageOrientation: "from-image" }).catch(() => null);
  if (!picture) return null;
  const scale = Math.min(1, PHOTO_PX / Math.max(picture.width, picture.height));
  const canvas = document.createElement("canvas");
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext("2d")?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  for (const quality of QUALITIES) {
    const text = canvas.toDataURL("image/jpeg", quality).split(",")[1] ?? "";
    if ((text.length * 3) / 4 <= MOST_PHOTO_BYTES) return text;
  }
  return null;
}
