/**
 * A mid or end coefficient changed for a place's wind and humidity: + (0.04 (wind - 2) - 0.004 (least humidity - 45)) x
 * (height / 3)^0.3, wind within 1 and 6 m/s at 2 m, humidity within 20 and 80 %, height within 0.1 and 10 m. Source: FAO-56, equation 62.
 *
 * Example: maize 2 m high, 1.2 by the table: at 4.6 m/s and 44 % it is 1.2 + (0.104 + 0.004) x 0.885 = 1.30, at 1.3 m/s and 75 %
 * 1.07 (FAO-56, example 27).
 */
export function kcChange(windMs: number, leastHumidityPct: number, heightM: number): number {
  const within = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v));
  return (
    (0.04 * (within(windMs, 1, 6) - 2) - 0.004 * (within(leastHumidityPct, 20, 80) - 45)) *
    (within(heightM, 0.1, 10) / 3) ** 0.3
  );
}
