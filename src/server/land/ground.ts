/**
 * Where plans lie: growers, farms, fields, plantings, plans, versions. Simple queries of one table each, put together where
 * they are needed: joins under row-level security are planned badly until the database has looked at fresh rows.
 */

import type { IsoDate } from "@/core/dates";
import type { Drainage } from "@/core/soil/drainage";
import type { TextureClass } from "@/core/soil/texture";
import { type Client, rows, type Scope } from "../storage/db";
import { keptUntilChange } from "../storage/kept";

interface GroundField {
  id: string;
  name: string;
  farmId: string;
  areaHa: number;
  textureClass: TextureClass;
  drainage: Drainage;
  retired: boolean;
}
interface GroundFarm {
  id: string;
  name: string;
  growerId: string;
  stationId: string | null;
}
export interface GroundPlanting {
  id: string;
  fieldId: string;
  season: number;
  follows: string | null;
  part: string;
  /** null where it has the whole field */
  areaHa: number | null;
}
/** A chosen draft. */
export interface GroundPlan {
  id: string;
  fieldId: string;
  plantingId: string;
  season: number;
  guideId: string;
}

export interface Ground {
  fields: ReadonlyMap<string, GroundField>;
  /** by name */
  farms: ReadonlyMap<string, GroundFarm>;
  /** names by id */
  growers: ReadonlyMap<string, string>;
  plantings: ReadonlyMap<string, GroundPlanting>;
  plans: ReadonlyMap<string, GroundPlan>;
  /** the last issued version of plans that have one */
  versions: ReadonlyMap<string, number>;
  /** the last soil test of fields that have one */
  tests: ReadonlyMap<string, { ph: number; takenOn: IsoDate }>;
}

/** The ground of a practice, or of a grower's farms. */
export const loadGround = keptUntilChange("ground", readGround);

async function readGround(client: Client, { practiceId }: Scope): Promise<Ground> {
  const key = [practiceId];
  const [fields, farms, growers, plantings, plans, versions, tests] = await Promise.all([
    rows<GroundField>(
      client,
      `select id, name, farm_id as "farmId", area_ha as "areaHa", texture_class as "textureClass", drainage, retired_at is not null as retired
       from field where practice_id = $1`,
      key,
    ),
    rows<GroundFarm>(
      client,
      `select id, name, grower_id as "growerId", station_id as "stationId" from farm where practice_id = $1 order by name`,
      key,
    ),
    rows<{ id: string; name: string }>(client, "select id, name from grower where practice_id = $1", key),
    rows<GroundPlanting>(
      client,
      `select id, field_id as "fieldId", season, follows, part, area_ha as "areaHa" from planting where practice_id = $1`,
      key,
    ),
    rows<GroundPlan>(
      client,
      `select id, field_id as "fieldId", planting_id as "plantingId", season, guide_id as "guideId" from plan where practice_id = $1 and chosen order by id`,
      key,
    ),
    rows<{ planId: string; n: number }>(
      client,
      `select plan_id as "planId", max(number) as n from plan_version where practice_id = $1 group by 1`,
      key,
    ),
    rows<{ fieldId: string; ph: number; takenOn: IsoDate }>(
      client,
      `select distinct on (field_id) field_id as "fieldId", ph, taken_on as "takenOn" from soil_test
       where practice_id = $1 and retired_at is null order by field_id, taken_on desc`,
      key,
    ),
  ]);
  return {
    fields: byId(fields),
    farms: byId(farms),
    growers: new Map(growers.map((g) => [g.id, g.name])),
    plantings: byId(plantings),
    plans: byId(plans),
    versions: new Map(versions.map((v) => [v.planId, v.n])),
    tests: new Map(tests.map((t) => [t.fieldId, t])),
  };
}

const byId = <T extends { id: string }>(list: T[]): Map<string, T> => new Map(list.map((item) => [item.id, item]));
