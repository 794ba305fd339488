import type { scaleUtc } from "d3-scale";
import { type IsoDate, toDay } from "@/core/dates";

/** Heights of the ribbon's drawing [px]. */
export const HEIGHT = 222;
export const GROUND = 126;
export const BOTTOM = 204;
export const LANES = 4;
export const ABOVE = [104, 82, 60, 38];
export const BELOW = [150, 165, 180, 195];

export type Scale = ReturnType<typeof scaleUtc<number>>;

/** Milliseconds of a date's midnight UTC, for the scale. */
export const ms = (date: IsoDate) => toDay(date) * 86_400_000;
