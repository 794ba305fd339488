import type { DailyWeather } from "./generator";

/**
 * Soil temperature at a depth [C]: the air's daily mean, lagging by 1.5 days and 0.3 day a centimetre (first-order;
 * assumption, under bare soil; snow and wet clay lag more).
 */
export function soilTemperature(weather: DailyWeather, depthCm: number): Float32Array {
  const out = new Float32Array(weather.days * weather.seasons);
  const share = 1 / (1.5 + 0.3 * depthCm);
  for (let s = 0; s < weather.seasons; s++) {
    let soil = Number.NaN;
    for (let d = 0; d < weather.days; d++) {
      const i = s * weather.days + d;
      const mean = (weather.tminC[i]! + weather.tmaxC[i]!) / 2;
      soil = Number.isNaN(soil) ? mean : soil + (mean - soil) * share;
      out[i] = soil;
    }
  }
  return out;
}
