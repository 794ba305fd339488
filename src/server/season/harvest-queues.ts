/** What is still to be cut or lifted in a season, by farm and machine, with what waiting loses. */

import { toDay } from "@/core/dates";
import { type ImplementId, implementOf, usualWorkRate } from "@/core/ground/implements";
import type { Guide } from "@/core/guides/schema";
import { NO_HARVEST_RAIN_MM } from "@/core/harvest/harvest-seasons";
import { listedPrice } from "@/core/plan/listed-price";
import { DRYER_POINTS, type FarmRecord, farmRecord } from "@/core/records/land/farm";
import type { Decisions } from "@/core/sheets/decisions";
import { type OperationShape, type PackedSeason, unpackSeason } from "@/core/views/pack-season";
import type { Climate } from "@/core/weather/climate";
import { seasonWeather } from "@/core/weather/season-weather";
import type { Access } from "../access/access";
import type { HarvestGroup, HarvestQueueSheet } from "../contracts";
import { loadPlaces } from "../land/places";
import { loadCatalogue } from "../plans/catalogue";
import { grownBy } from "../plans/guides";
import { outlineLines } from "../plans/outlines";
import { loadClimates } from "../stations/climates";
import { type Client, rows } from "../storage/db";
import { groupBy } from "../storage/group-by";
import { withoutRoom } from "../stores/stores";

/** People of a gang that cuts by hand, where a farm says nothing of its hands. */
const GANG = 4;

interface Farm {
  id: string;
  name: string;
  handWork: boolean;
  harvesters: number;
  hands: number;
  dayHours: number;
  machines: FarmRecord["machines"];
  stationId: string | null;
  dryerTPerH: number | null;
}

/** Who cuts a field: a machine of the farm, or one that is hired, which works through all farms to which it comes on the same days. */
function whoCuts(farm: Farm, implement: ImplementId | undefined) {
  const hired = farm.machines.filter((m) => m.implement === implement && m.hiredFrom !== "");
  const { hiredFrom } = hired[0] ?? { hiredFrom: "" };
  const spans = hired
    .filter((m) => m.hiredFrom === hiredFrom && (m.from !== null || m.to !== null))
    .map(({ from, to }) => ({ from, to }));
  return { hiredFrom, spans, id: JSON.stringify([hiredFrom || farm.id, implement ?? "hands", spans]) };
}

export async function loadHarvestQueues(client: Client, access: Access, wanted?: number): Promise<HarvestQueueSheet> {
  const [plans, lines, places, outlines, farms, { prices }, noRoom] = await Promise.all([
    rows<{
      id: string;
      season: number;
      chosen: Decisions["crop"];
      method: string | null;
      target: number | null;
    }>(
      client,
      `select p.id, p.season, p.decisions->'crop' as chosen, p.decisions->'harvest'->>'methodId' as method,
         (p.decisions->>'targetTPerHa')::float8 as target from plan p where p.practice_id = $1 and p.chosen`,
      [access.practiceId],
    ),
    outlineLines(client, access, "draft"),
    loadPlaces(client, access),
    rows<{ planId: string; season: string; shape: string }>(
      client,
      `select plan_id as "planId", season, shape from plan_outline where practice_id = $1 and basis = 'draft' and season <> ''`,
      [access.practiceId],
    ),
    rows<Farm>(
      client,
      `select id, name, hand_work as "handWork", harvesters, hands, day_hours as "dayHours", machines, station_id as "stationId", dryer_t_per_h::float8 as "dryerTPerH" from farm where practice_id = $1`,
      [access.practiceId],
    ),
    loadCatalogue(client, access),
    withoutRoom(client, access),
  ]);
  const seasons = [...new Set(plans.map((p) => p.season))].sort((a, b) => b - a);
  const year = Number(access.today.slice(0, 4));
  const season =
    seasons.find((s) => s === wanted) ?? [...seasons].reverse().find((s) => s >= year) ?? seasons[0] ?? null;
  const outlineOf = new Map(outlines.map((o) => [o.planId, o]));
  // lines that were kept before a machine could be hired lack by whom
  const farmOf = new Map(farms.map((f) => [f.id, { ...f, machines: farmRecord.shape.machines.parse(f.machines) }]));
  const found = plans
    .filter((p) => p.season === season)
    .flatMap((plan) => {
      const place = places.get(plan.id);
      const outline = outlineOf.get(plan.id);
      const farm = place && farmOf.get(place.farmId);
      const crop = grownBy(plan.chosen);
      if (!place || !outline || !farm || !crop) return [];
      const { guide, product } = crop;
      const drafted = unpackSeason(
        JSON.parse(outline.shape) as OperationShape,
        JSON.parse(outline.season) as PackedSeason,
      );
      const cut = drafted.operations.find((o) => o.role === "harvest");
      if (!cut || cut.done) return [];
      const yieldTPerHa = drafted.yields?.expectedTPerHa ?? plan.target ?? product.targetTPerHa.typical;
      const price = listedPrice(prices, crop) ?? 0;
      const lossPct = guide.harvest.lossPctPerDay.typical;
      const { methods } = guide.harvest;
      const byHand = methods.find((m) => m.work.handHoursPerHa !== undefined && m.work.implement === undefined);
      const way = methods.find((m) => m.id === plan.method) ?? (farm.handWork ? byHand : undefined) ?? methods[0]!;
      return [
        {
          plan,
          place,
          farm,
          guide,
          cut,
          drying: drafted.drying,
          way,
          times: product.picking?.times.typical ?? 1,
          lossPct,
          worth: (lossPct / 100) * yieldTPerHa * (price > 0 ? price : 1000),
          price,
        },
      ];
    });
  type Found = (typeof found)[number];
  const climates = await loadClimates(client, access.practiceId, [
    ...new Set(found.flatMap((f) => f.farm.stationId ?? [])),
  ]);
  const groups = [...groupBy(found, (f) => whoCuts(f.farm, f.way.work.implement as ImplementId | undefined).id)].map(
    ([id, list]): HarvestGroup => {
      const { farm, way } = list[0] as Found;
      const implement = way.work.implement as ImplementId | undefined;
      const { hiredFrom, spans } = whoCuts(farm, implement);
      const fastest = Math.max(...list.map((f) => paceOf(f, implement, hiredFrom)));
      const days = list.map((f) => toDay(f.cut.date));
      const climate = farm.stationId ? climates.get(farm.stationId) : undefined;
      return {
        id,
        farm: hiredFrom || farm.name,
        hired: hiredFrom !== "",
        spans,
        machine: implement ? implementOf(implement).name : "by hand",
        haPerHour: fastest,
        hoursADay: farm.dayHours,
        machines: machinesOf(farm, implement, hiredFrom),
        dryShare:
          climate && season !== null
            ? dryShare(climate, season, access.today, Math.min(...days), Math.max(...days) + 14)
            : null,
        fields: list
          .map((f) => ({ ...f, pace: paceOf(f, implement, hiredFrom) / fastest }))
          .map(({ plan, place, farm: own, guide, cut, drying, lossPct, worth, price, pace }) => ({
            planId: plan.id,
            pace,
            noRoomT: noRoom.get(plan.id) ?? 0,
            farm: own.name,
            dryer:
              drying && own.dryerTPerH
                ? {
                    tPerHour: (own.dryerTPerH * DRYER_POINTS) / drying.points,
                    tPerHa: drying.massT / place.areaHa,
                    points: drying.points,
                  }
                : null,
            operationId: cut.id,
            field: place.field,
            crop: guide.name,
            areaHa: place.areaHa,
            readyOn: cut.date,
            earliest: cut.earliest,
            latest: cut.latest,
            lossPerHaPerDay: worth,
            lossPctPerDay: lossPct,
            priced: price > 0,
          }))
          .sort((a, b) => (a.readyOn < b.readyOn ? -1 : 1)),
      };
    },
  );
  return {
    season,
    seasons,
    groups: groups.sort((a, b) => b.fields.length - a.fields.length || a.farm.localeCompare(b.farm)),
    waiting: lines.filter((l) => !l.fresh).length,
  };
}

/** Hectares an hour: of the machine in this crop, or of the hands once over, where it is picked again and again. */
function paceOf(
  { farm, way, times }: { farm: Farm; way: Guide["harvest"]["methods"][number]; times: number },
  implement: ImplementId | undefined,
  hiredFrom: string,
): number {
  if (implement) return lineOf(farm, implement, hiredFrom)?.haPerHour ?? way.work.haPerHour ?? usualWorkRate(implement);
  return ((farm.hands || GANG) * times) / (way.work.handHoursPerHa ?? 1);
}

/** Machines that cut at the same time: of those hired as many as come, else the farm's harvesters. */
function machinesOf(farm: Farm, implement: ImplementId | undefined, hiredFrom: string): number {
  if (!implement) return 1;
  return Math.max(1, (hiredFrom && lineOf(farm, implement, hiredFrom)?.number) || farm.harvesters);
}

/** What a farm says of a machine, its own (from nobody) or one that is hired. */
const lineOf = (farm: Farm, implement: ImplementId, hiredFrom: string): Farm["machines"][number] | undefined =>
  farm.machines.find((m) => m.implement === implement && m.hiredFrom === hiredFrom);

/** Share of the days between two (numbers, both counted in) without rain that stops a harvest, over the seasons. */
function dryShare(climate: Climate, season: number, today: string, from: number, to: number): number {
  const weather = seasonWeather(climate, season, { today });
  let dry = 0;
  let all = 0;
  for (let s = 0; s < weather.seasons; s++)
    for (let day = Math.max(from, weather.firstDay); day <= to && day < weather.firstDay + weather.days; day++) {
      all += 1;
      if (weather.rainMm[s * weather.days + day - weather.firstDay]! < NO_HARVEST_RAIN_MM) dry += 1;
    }
  return all > 0 ? dry / all : 1;
}
