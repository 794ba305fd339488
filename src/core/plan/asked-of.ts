import type { ResolvedGuide } from "../guides/resolve-guide";
import type { AskedSeason } from "../rehearsal/course";
import type { AskedOf } from "../season/asked-course";
import type { Climate } from "../weather/climate";
import type { PlanFacts } from "./facts";

/** A season as a plan on a field was rehearsed, with the weather that it was rehearsed in. */
export const askedOf = (
  facts: Pick<PlanFacts, "today" | "observedWeather" | "rain">,
  climate: Climate,
  { guide, kind }: Pick<ResolvedGuide, "guide" | "kind">,
  season: number,
  asked: AskedSeason,
): AskedOf => ({
  climate,
  season,
  today: facts.today,
  observed: facts.observedWeather,
  guide: { stages: guide.stages, climate: guide.climate },
  kind,
  asked,
  rain: facts.rain ?? [],
});
