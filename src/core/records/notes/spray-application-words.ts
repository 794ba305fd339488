/** Of how a treatment was put on: what forms need without its schema. */
export const WIND_FROM = ["N", "NE", "E", "SE", "S", "SW", "W", "NW"] as const;
/** An hour and minute, 00:00 to 23:59. */
export const CLOCK = /^([01]\d|2[0-3]):[0-5]\d$/;
