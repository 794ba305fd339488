/** Outlines of a season as short arrays, for sending hundreds of them. */

import { type IsoDate, isoDate, toDay } from "../dates";
import { OPERATION_ROLES, type OperationRole } from "../guides/roles";
import { SHEETS, type SheetId } from "../sheet-ids";
import { RESOURCES, type Resource, type SeasonOutline } from "./outline";

/** What the operations of many plans of one crop have in common: id, sheet, name, whose time. */
export type OperationShape = [id: string, role: number, sheet: number, name: string, resource: number | null][];

/** A season outline as a short array: dates as days from the first operation, which are told apart by a shape. */
export type PackedSeason = [
  crop: string,
  guideId: string,
  base: number,
  planting: number | null,
  harvest: number | null,
  conflicts: number,
  stages: [day: number, coverPct: number][],
  operations: [day: number, earliest: number | null, latest: number | null, flags: number, hours: number][],
  stored?: [massT: number, bulkKgPerM3: number] | null,
  drying?: [massT: number, points: number] | null,
  yields?: [expectedTPerHa: number, badTPerHa: number | null] | null,
];

/** Packs an outline for sending hundreds of them; `unpackSeason` is its inverse. */
export function packSeason(outline: SeasonOutline): { shape: OperationShape; season: PackedSeason } {
  const base = toDay(outline.operations[0]?.date ?? outline.planting ?? "1970-01-01");
  const day = (date: IsoDate | null) => (date === null ? null : toDay(date) - base);
  return {
    shape: outline.operations.map((o) => [
      o.id,
      OPERATION_ROLES.indexOf(o.role),
      SHEETS.indexOf(o.sheet),
      o.name,
      o.resource === null ? null : RESOURCES.indexOf(o.resource),
    ]),
    season: [
      outline.crop,
      outline.guideId,
      base,
      day(outline.planting),
      day(outline.harvest),
      outline.conflicts,
      outline.stages.map((s) => [toDay(s.date) - base, Math.round(100 * s.cover)]),
      outline.operations.map((o) => [
        toDay(o.date) - base,
        day(o.earliest),
        day(o.latest),
        (o.done ? 1 : 0) + (o.held ? 2 : 0),
        o.hours,
      ]),
      outline.stored ? [outline.stored.massT, outline.stored.bulkKgPerM3] : null,
      outline.drying ? [outline.drying.massT, outline.drying.points] : null,
      outline.yields ? [outline.yields.expectedTPerHa, outline.yields.badTPerHa] : null,
    ],
  };
}

export function unpackSeason(shape: OperationShape, packed: PackedSeason): SeasonOutline {
  const [crop, guideId, base, planting, harvest, conflicts, stages, operations, stored, drying, yields] = packed;
  const date = (day: number | null) => (day === null ? null : isoDate(base + day));
  return {
    crop,
    guideId,
    planting: date(planting),
    harvest: date(harvest),
    conflicts,
    stages: stages.map(([day, cover]) => ({ date: isoDate(base + day), cover: cover / 100 })),
    operations: operations.map(([day, earliest, latest, flags, hours], i) => {
      const [id, role, sheet, name, resource] = shape[i] as OperationShape[number];
      return {
        id,
        role: OPERATION_ROLES[role] as OperationRole,
        sheet: SHEETS[sheet] as SheetId,
        name,
        date: isoDate(base + day),
        earliest: date(earliest),
        latest: date(latest),
        done: (flags & 1) > 0,
        held: (flags & 2) > 0,
        resource: resource === null ? null : (RESOURCES[resource] as Resource),
        hours,
      };
    }),
    stored: stored ? { massT: stored[0], bulkKgPerM3: stored[1] } : null,
    drying: drying ? { massT: drying[0], points: drying[1] } : null,
    yields: yields ? { expectedTPerHa: yields[0], badTPerHa: yields[1] } : null,
  };
}
