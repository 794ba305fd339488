import { addDays, type IsoDate, isoDate, toDay } from "../dates";
import type { Guide, Kind, Stage } from "../guides/schema";
import type { Climate } from "../weather/climate";
import type { DailyWeather } from "../weather/generator";
import { percentile } from "../weather/percentile";
import { seasonWeather } from "../weather/season-weather";
import { type Clock, clockOf, type Seen, type WalkedStages, walkStages } from "./development";

/** A stage seen in the field. */
export interface StageObservation {
  stageId: string;
  seenOn: IsoDate;
}

export interface StageDate {
  stage: Stage;
  /** the median of the simulated seasons, or the day it was seen */
  date: IsoDate;
  /** reached by then in one season of ten, and in nine of ten */
  early: IsoDate;
  late: IsoDate;
  daysAfterPlanting: number;
  basis: "simulated" | "days" | "observed";
}

/**
 * Date of each growth stage for a planting date: median, 10th and 90th percentile over simulated seasons, by thermal
 * time slowed by the need for cold and long days of the `kind`. What was `observed` replaces what was computed, and later
 * stages are counted on from the last stage seen. By the guide's days without a climate, or where warmth is never enough.
 *
 * Example: stageDates(wheat, "2026-10-02", climate, { kind: winter }) has "first-node" in April of the next year.
 */
export function stageDates(
  guide: Pick<Guide, "stages" | "climate">,
  planting: IsoDate,
  climate: Climate | null,
  options: { kind?: Kind; weather?: DailyWeather; observed?: StageObservation[] } = {},
): StageDate[] {
  const start = toDay(planting);
  const { stages } = guide;
  const observed = new Map((options.observed ?? []).map((o) => [o.stageId, o.seenOn]));
  const lastSeen = stages.findLastIndex((s) => observed.has(s.id));
  const lastSeenOn = lastSeen >= 0 ? (observed.get(stages[lastSeen]!.id) as IsoDate) : null;

  const reached = climate ? simulatedDays(guide, start, climate, options, lastSeenOn, lastSeen) : null;
  const made: StageDate[] = [];
  for (const [i, stage] of stages.entries()) made.push(dateOf(stage, i));
  return made;

  function dateOf(stage: Guide["stages"][number], i: number): StageDate {
    const seenOn = observed.get(stage.id);
    if (seenOn)
      return {
        stage,
        date: seenOn,
        early: seenOn,
        late: seenOn,
        daysAfterPlanting: toDay(seenOn) - start,
        basis: "observed",
      };
    const own = reached?.[i];
    if (own) {
      // what was not noted of a stage before the one seen was at the latest when that one was
      const cap = (day: number) => (lastSeenOn && i < lastSeen ? Math.min(day, toDay(lastSeenOn)) : day);
      const [early, middle, late] = own.map(cap) as [number, number, number];
      return {
        stage,
        date: isoDate(middle),
        early: isoDate(early),
        late: isoDate(late),
        daysAfterPlanting: middle - start,
        basis: "simulated",
      };
    }
    // what the simulation does not reach goes on by the guide's days from where it ends, never before it
    const before = made[i - 1];
    const date =
      before && before.basis !== "observed"
        ? addDays(before.date, stage.days - before.stage.days)
        : lastSeenOn && i > lastSeen
          ? addDays(lastSeenOn, stage.days - stages[lastSeen]!.days)
          : isoDate(start + (lastSeenOn ? Math.min(stage.days, toDay(lastSeenOn) - start) : stage.days));
    return { stage, date, early: date, late: date, daysAfterPlanting: toDay(date) - start, basis: "days" };
  }
}

const KEPT_WALKS = 200;

/** The walk of all courses from a planting day, kept with the clock that it was walked on. */
function simulatedDays(
  guide: Pick<Guide, "stages" | "climate">,
  start: number,
  climate: Climate,
  options: { kind?: Kind; weather?: DailyWeather },
  lastSeenOn: IsoDate | null,
  lastSeen: number,
): WalkedStages | null {
  const weather = options.weather ?? seasonWeather(climate, Number(isoDate(start).slice(0, 4)) + 1);
  const from = start - weather.firstDay;
  if (from < 0 || from >= weather.days) return null;
  const clock = clockOf(guide, options.kind ?? null, climate.latitudeDeg, weather);
  const question = `${start} ${lastSeen} ${lastSeenOn}`;
  const before = clock.walked.get(question);
  if (before) return before;
  const walked = walk(guide, clock, start, lastSeenOn, lastSeen);
  if (clock.walked.size >= KEPT_WALKS) clock.walked.clear();
  clock.walked.set(question, walked);
  return walked;
}

function walk(
  guide: Pick<Guide, "stages">,
  clock: Clock,
  start: number,
  lastSeenOn: IsoDate | null,
  lastSeen: number,
): WalkedStages {
  const { weather } = clock;
  const from = start - weather.firstDay;
  const seen: Seen | undefined = lastSeenOn
    ? { stage: lastSeen, day: toDay(lastSeenOn) - weather.firstDay }
    : undefined;
  const count = guide.stages.length;
  const all = Array.from({ length: count }, () => new Float64Array(weather.seasons));
  const out = new Int32Array(count);
  const before = new Int32Array(count);
  for (let season = 0; season < weather.seasons; season++) {
    walkStages(clock, season, from, out, seen);
    if (seen) {
      walkStages(clock, season, from, before);
      for (let i = 0; i < lastSeen; i++) out[i] = before[i]!;
    }
    for (let i = 0; i < count; i++)
      all[i]![season] = out[i]! < 0 ? Number.POSITIVE_INFINITY : weather.firstDay + out[i]!;
  }
  return all.map((days) => {
    days.sort();
    const middle = percentile(days, 50);
    if (!Number.isFinite(middle)) return null;
    const late = percentile(days, 90);
    return [percentile(days, 10), middle, Number.isFinite(late) ? late : weather.firstDay + weather.days];
  });
}
