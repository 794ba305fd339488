/** What a place's wind and humidity add to a full crop's coefficient, by months and by days. */

import { monthOfDay } from "../dates";
import { perObject } from "../memo";
import { type Climate, completeNormals } from "../weather/climate";
import { saturationKpa } from "../weather/reference-et";
import { kcChange } from "./kc-climate";

const changes = perObject<Climate, number, number[] | null>();

/** What wind and humidity add to a full crop's coefficient, by month; null where the station knows neither. */
export function monthlyChange(climate: Climate, heightM: number | undefined): number[] | null {
  if (heightM === undefined) return null;
  return changes(climate, heightM, () => {
    const { months, assumed } = completeNormals(climate);
    return assumed.includes("wind") || assumed.includes("humidity")
      ? null
      : months.map(({ tminC, tmaxC, rhMeanPct, windAt2mMs }) => {
          // least humidity: a day's vapour against what its warmest hour could hold
          const vapour = (rhMeanPct / 200) * (saturationKpa(tmaxC) + saturationKpa(tminC));
          return kcChange(windAt2mMs, (100 * vapour) / saturationKpa(tmaxC), heightM);
        });
  });
}

const daily = perObject<number[], string, Float32Array>(8);

/** The same for each day from a day number on; null where nothing is known of it. */
export function dailyChange(
  climate: Climate,
  heightM: number | undefined,
  firstDay: number,
  days: number,
): Float32Array | null {
  const change = monthlyChange(climate, heightM);
  return (
    change &&
    daily(change, `${firstDay} ${days}`, () =>
      Float32Array.from({ length: days }, (_, d) => change[monthOfDay(firstDay + d)] ?? 0),
    )
  );
}
