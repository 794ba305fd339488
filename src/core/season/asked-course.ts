/** The courses of weather that a plan's seasons were walked in, made ready again from what can be sent. */

import type { IsoDate } from "../dates";
import type { Guide, Kind } from "../guides/schema";
import { clockOf } from "../phenology/development";
import type { AskedSeason, Course } from "../rehearsal/course";
import { courseOf } from "../rehearsal/prepare";
import { dailyChange } from "../water/kc-by-day";
import type { Climate } from "../weather/climate";
import { withGauge } from "../weather/gauged-rain";
import { type ObservedWeather, SEASONS_FOR_WINDOWS, seasonWeather } from "../weather/season-weather";

export interface AskedOf {
  climate: Climate;
  season: number;
  today: IsoDate;
  observed: ObservedWeather | null;
  guide: Pick<Guide, "stages" | "climate">;
  kind: Kind;
  /** the season that is walked */
  asked: AskedSeason;
  /** rain in the field's own gauge */
  rain?: { day: IsoDate; rainMm: number }[];
}

/** The same courses that the plan was rehearsed in, a hundred where nothing else is said. */
export function askedCourse({ climate, season, ...of }: AskedOf, seasons = SEASONS_FOR_WINDOWS): Course {
  const { asked } = of;
  const weather = seasonWeather(climate, season, { today: of.today, observed: of.observed, seasons });
  return courseOf(asked.crop, asked.ground, clockOf(of.guide, of.kind, climate.latitudeDeg, weather), {
    rainMm: withGauge(weather, of.rain ?? []),
    mulchKept: asked.mulchKept,
    kcChange: dailyChange(climate, asked.heightM ?? undefined, weather.firstDay, weather.days),
  });
}
