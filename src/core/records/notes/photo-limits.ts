/** The longer side of a photo that is kept [px], and its most bytes. */
export const PHOTO_PX = 1280;
export const MOST_PHOTO_BYTES = 700_000;
/** Nothing that is smaller shows anything. */
export const LEAST_PHOTO_BYTES = 100;
