import { type IsoDate, toDay } from "../dates";
import { perObject } from "../memo";
import type { DailyWeather } from "./generator";

const gauged = perObject<DailyWeather, string, Float32Array>(1);

/** The weather's rain with a gauge's readings in their days, the same object for the same readings. */
export function withGauge(weather: DailyWeather, readings: { day: IsoDate; rainMm: number }[]): Float32Array {
  const inside = readings.flatMap(({ day, rainMm }) => {
    const d = toDay(day) - weather.firstDay;
    return d >= 0 && d < weather.days ? [{ d, rainMm }] : [];
  });
  if (inside.length === 0) return weather.rainMm;
  return gauged(weather, JSON.stringify(inside), () => {
    const rain = Float32Array.from(weather.rainMm);
    for (let s = 0; s < weather.seasons; s++) for (const { d, rainMm } of inside) rain[s * weather.days + d] = rainMm;
    return rain;
  });
}
