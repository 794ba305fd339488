/** Courses of weather made ready for a crop and for soil: what each day means, worked out once and kept with the weather. */

import { USUAL_Q10 } from "../feed/soil-nitrogen";
import { perObject } from "../memo";
import type { Clock } from "../phenology/development";
import { PAR_SHARE, temperatureFactor } from "../phenology/temperature-factor";
import type { DailyWeather } from "../weather/generator";
import { soilTemperature } from "../weather/soil-temperature";
import type { Course, RehearsedCrop, RehearsedGround } from "./course";

/** Depths at which soil is as warm as seed and as organic matter feel it [cm]. */
const SEED_CM = 5;
const TOPSOIL_CM = 10;
/** Degree days in which two thirds of ammonium turn; assumption. */
const NITRIFYING_CD = 150;

type OfSoil = Pick<Course, "soilC" | "freeing" | "nitrifying" | "soilOver0C">;
const soils = perObject<DailyWeather, 0, OfSoil>();
type OfCrop = Pick<Course, "light" | "warmth">;
const crops = perObject<DailyWeather, string, OfCrop>(4);

function ofSoil(weather: DailyWeather): OfSoil {
  const size = weather.days * weather.seasons;
  const topsoil = soilTemperature(weather, TOPSOIL_CM);
  const freeing = new Float32Array(size);
  const nitrifying = new Float32Array(size);
  for (let i = 0; i < size; i++) {
    const t = topsoil[i]!;
    if (t <= 0) {
      topsoil[i] = 0;
      continue;
    }
    freeing[i] = USUAL_Q10 ** ((t - 10) / 10);
    nitrifying[i] = 1 - Math.exp(-t / NITRIFYING_CD);
  }
  return { soilC: soilTemperature(weather, SEED_CM), freeing, nitrifying, soilOver0C: topsoil };
}

function ofCrop({ tminC, tmaxC, solarMj, days, seasons }: DailyWeather, crop: RehearsedCrop): OfCrop {
  const size = days * seasons;
  const light = new Float32Array(size);
  const warmth = new Float32Array(size);
  // 1 g/m2 is 0.01 t/ha
  const perMj = PAR_SHARE * crop.rueGPerMj * 0.01;
  for (let i = 0; i < size; i++) {
    light[i] = perMj * solarMj[i]!;
    warmth[i] = temperatureFactor((tminC[i]! + tmaxC[i]!) / 2, crop);
  }
  return { light, warmth };
}

/** The courses of a clock's weather for a crop on a ground. */
export function courseOf(
  crop: RehearsedCrop,
  ground: RehearsedGround,
  clock: Clock,
  own: Pick<Course, "rainMm" | "mulchKept" | "kcChange">,
): Course {
  const { weather } = clock;
  const key = [crop.rueGPerMj, crop.baseC, crop.optimumC, crop.ceilingC].join(" ");
  return {
    crop,
    ground,
    clock,
    ...own,
    ...soils(weather, 0, () => ofSoil(weather)),
    ...crops(weather, key, () => ofCrop(weather, crop)),
  };
}
