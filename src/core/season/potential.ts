import { daysBetween, type IsoDate } from "../dates";
import type { ResolvedGuide } from "../guides/resolve-guide";
import { PAR_SHARE, temperatureFactor } from "../phenology/temperature-factor";
import { type Climate, completeNormals, MONTH_DAYS } from "../weather/climate";

/**
 * Yield that light and warmth alone would let a crop make [t/ha at the product's moisture], by the station's normals: over
 * the days between stages, cover rising from one stage to the next, radiation use efficiency x half of the sun x cover x
 * temperature factor, times harvest index; with the sun that the cover took up. A planning index: a mean year, no stress.
 *
 * Example: 100 days of full cover at 20 MJ and full warmth, 2.5 g/MJ, harvest index 0.5, 15 % moisture:
 * 100 x 2.5 x 10 x 0.01 x 0.5 / 0.85 = 14.7 t/ha.
 */
export function lightLimitedYield(
  { guide, product }: ResolvedGuide,
  climate: Climate,
  plantedOn: IsoDate,
  stages: { date: IsoDate; cover: number }[],
): { tPerHa: number; sunMjPerM2: number } {
  const { months } = completeNormals(climate);
  const crop = {
    baseC: guide.climate.baseC.value,
    optimumC: guide.climate.optimumC.value,
    ceilingC: guide.climate.ceilingC.value,
  };
  const perMj = PAR_SHARE * guide.growth.rueGPerMj.value * 0.01;
  let biomass = 0;
  let sun = 0;
  const points = [{ date: plantedOn, cover: 0 }, ...stages];
  for (let i = 1; i < points.length; i++) {
    const [from, to] = [points[i - 1]!, points[i]!];
    const days = daysBetween(from.date, to.date);
    for (let d = 0; d < days; d++) {
      const month = months[monthAfter(from.date, d)]!;
      const cover = from.cover + ((to.cover - from.cover) * (d + 0.5)) / days;
      sun += month.solarMjPerM2 * cover;
      biomass += perMj * month.solarMjPerM2 * cover * temperatureFactor(month.meanC, crop);
    }
  }
  const index = guide.growth.harvestIndex.typical;
  const tPerHa = (biomass * index) / (1 - product.moisturePct / 100);
  return { tPerHa, sunMjPerM2: sun };
}

/** Month (0 to 11) of the day so many days after a date. */
function monthAfter(date: IsoDate, days: number): number {
  let month = Number(date.slice(5, 7)) - 1;
  let day = Number(date.slice(8, 10)) + days;
  while (day > Math.round(MONTH_DAYS[month]!)) {
    day -= Math.round(MONTH_DAYS[month]!);
    month = (month + 1) % 12;
  }
  return month;
}
