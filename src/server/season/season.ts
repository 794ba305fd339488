/** All fields of a season for the season page: stacked ribbons, and what machines and crews can do week by week. */

import { addDays, type IsoDate, toDay } from "@/core/dates";
import { weekOf } from "@/core/season/level-load";
import { reliableDays, workableDays } from "@/core/season/workable-days";
import type { Drainage } from "@/core/soil/drainage";
import type { TextureClass } from "@/core/soil/texture";
import type { Climate } from "@/core/weather/climate";
import { SEASON_DAYS, seasonWeather } from "@/core/weather/season-weather";
import type { Access } from "../access/access";
import type { FarmCapacity, SeasonSheet } from "../contracts";
import { commonestSoils } from "../land/commonest-soils";
import { loadGround } from "../land/ground";
import { loadPlaces } from "../land/places";
import { brokenLines } from "../plans/broken-plan";
import { outlineLines } from "../plans/outlines";
import { loadClimates } from "../stations/climates";
import { byName } from "../storage/by-name";
import { type Client, rows } from "../storage/db";

export async function loadSeason(client: Client, access: Access, wanted?: number): Promise<SeasonSheet> {
  const lines = await outlineLines(client, access, "draft");
  const seasons = [...new Set(lines.map((p) => p.season))].sort((a, b) => b - a);
  const season = wanted && seasons.includes(wanted) ? wanted : usualSeason(lines, access.today);
  const firstWeek = weekOf(addDays(`${season - 1}-01-01`, 7));
  const [farms, broken] = await Promise.all([
    loadCapacities(client, access, season, firstWeek),
    brokenLines(client, access, "draft", season),
  ]);
  return {
    season,
    seasons,
    farms,
    firstWeek,
    plans: lines.filter((l) => l.season === season).length,
    waiting: lines.filter((l) => !l.fresh).length,
    broken,
  };
}

/** The season to show first: of this year or later the one with the most plans, the next one where there is none. */
function usualSeason(plans: { season: number }[], today: IsoDate): number {
  const year = Number(today.slice(0, 4));
  const count = new Map<number, number>();
  for (const { season } of plans) count.set(season, (count.get(season) ?? 0) + 1);
  const [most] = [...count].sort(([a, n], [b, m]) => Number(b >= year) - Number(a >= year) || m - n || b - a);
  return most?.[0] ?? year + 1;
}

/** The rows of a season as JSON text, put together without being read: hundreds of fields in little time. */
export async function seasonRowsJson(client: Client, access: Access, season: number): Promise<string> {
  const { practiceId } = access;
  const [places, outlines, logged] = await Promise.all([
    loadPlaces(client, access),
    rows<{ planId: string; season: string; shape: string }>(
      client,
      `select plan_id as "planId", season, shape from plan_outline where practice_id = $1 and basis = 'draft' and season <> ''`,
      [practiceId],
    ),
    rows<{ planId: string; n: number }>(
      client,
      `select plan_id as "planId", count(*)::int as n from log_entry where practice_id = $1 and withdrawn_at is null group by 1`,
      [practiceId],
    ),
  ]);
  const loggedOf = new Map(logged.map((l) => [l.planId, l.n]));
  const shapes = new Map<string, number>();
  const lines = outlines
    .flatMap((outline) => {
      const place = places.get(outline.planId);
      return place?.season === season ? [{ outline, place }] : [];
    })
    .sort(
      (a, b) =>
        byName(a.place.grower, b.place.grower) ||
        byName(a.place.farm, b.place.farm) ||
        byName(a.place.field, b.place.field),
    )
    .map(({ outline: { planId, season: packed, shape }, place }) => {
      const at = shapes.get(shape) ?? shapes.size;
      shapes.set(shape, at);
      const { field, farmId, farm, grower, areaHa, version } = place;
      const head = JSON.stringify([
        planId,
        field,
        farmId,
        farm,
        grower,
        areaHa,
        version,
        loggedOf.get(planId) ?? 0,
        at,
      ]);
      return `${head.slice(0, -1)},${packed}]`;
    });
  return `{"shapes":[${[...shapes.keys()].join(",")}],"rows":[${lines.join(",")}]}`;
}

/** What each farm can do: machines, people, and workable days of its commonest soil under its station's climate. */
async function loadCapacities(
  client: Client,
  access: Access,
  season: number,
  firstWeek: IsoDate,
): Promise<FarmCapacity[]> {
  const [farms, ground] = await Promise.all([
    rows<Omit<FarmCapacity, "days"> & { stationId: string | null }>(
      client,
      `select id, name as farm, tractors, harvesters, hands, day_hours as "dayHours", hand_work as "handWork", contractor, station_id as "stationId"
       from farm where practice_id = $1 order by name`,
      [access.practiceId],
    ),
    loadGround(client, access),
  ]);
  const soils = commonestSoils(ground);
  const climates = await loadClimates(client, access.practiceId, [...new Set(farms.flatMap((f) => f.stationId ?? []))]);
  return farms.map(({ stationId, ...farm }) => {
    const climate = stationId ? climates.get(stationId) : undefined;
    const soil = soils.get(farm.id);
    return {
      ...farm,
      days:
        climate && soil
          ? weeklyDays(climate, season, access.today, firstWeek, soil.texture, soil.drainage)
          : new Array<number>(weeks(firstWeek, season)).fill(5),
    };
  });
}

const weeks = (firstWeek: IsoDate, season: number) =>
  Math.floor((toDay(`${season - 1}-01-01`) + SEASON_DAYS - toDay(firstWeek)) / 7);

const kept = new Map<string, number[]>();
/** Reliable workable days by week; kept, since it follows from its arguments alone. */
function weeklyDays(
  climate: Climate,
  season: number,
  today: IsoDate,
  firstWeek: IsoDate,
  texture: TextureClass,
  drainage: Drainage,
): number[] {
  const key = JSON.stringify([climate, season, today, firstWeek, texture, drainage]);
  const before = kept.get(key);
  if (before) return before;
  const weather = seasonWeather(climate, season, { today });
  const workable = workableDays(weather, texture, drainage);
  const days = Array.from({ length: weeks(firstWeek, season) }, (_, w) =>
    // Sundays are kept free: at most six days
    Math.min(6, reliableDays(workable, weather, toDay(firstWeek) + 7 * w, 7)),
  );
  if (kept.size > 300) kept.clear();
  kept.set(key, days);
  return days;
}
