/** Heights of the ribbon's drawing [px]. */
export const HEIGHT = 242;
export const GROUND = 126;
export const BOTTOM = 224;
export const LANES = 5;
export const ABOVE = [106, 88, 70, 52, 34];
export const BELOW = [147, 164, 181, 198, 215];
