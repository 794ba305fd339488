import type { scaleLinear } from "d3-scale";
import { type IsoDate, toDay } from "@/core/dates";

/** Heights of the ribbon's drawing [px]. */
export const HEIGHT = 242;
export const GROUND = 126;
export const BOTTOM = 224;
export const LANES = 5;
export const ABOVE = [106, 88, 70, 52, 34];
export const BELOW = [147, 164, 181, 198, 215];

export type Scale = ReturnType<typeof scaleLinear<number, number>>;

/** Milliseconds of a date's midnight UTC, for the scale. */
export const ms = (date: IsoDate) => toDay(date) * 86_400_000;
