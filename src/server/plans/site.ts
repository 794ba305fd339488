/** How well fields suit crops: for one field all crops, for one crop all fields. */

import type { IsoDate } from "@/core/dates";
import { resolveGuide } from "@/core/guides/resolve-guide";
import type { PlanFacts } from "@/core/plan/facts";
import { previousCropOf } from "@/core/plan/previous-crop";
import type { SiteFacts } from "@/core/plan/site-criteria";
import { siteSuitability } from "@/core/plan/site-suitability";
import type { SiteLine } from "../contracts";
import { loadGrownCrops } from "../records/grown-crops";
import { loadLastSoilTests } from "../records/soil-tests";
import { loadClimates } from "../stations/climates";
import { type Client, rows, type Scope } from "../storage/db";
import { loadLimes } from "./catalogue";
import { cropBefore, guideOf, listCrops } from "./guides";

/** The season that is planned next: from July on that of the next year. */
export const nextSeason = (today: IsoDate): number => Number(today.slice(0, 4)) + (today.slice(5, 7) >= "07" ? 1 : 0);

/** What suitability needs of fields, by their id; all that this person may see where none are named. */
export async function loadSiteFacts(
  client: Client,
  scope: Scope,
  season: number,
  fieldIds?: string[],
): Promise<Map<string, SiteFacts>> {
  const { practiceId } = scope;
  const fields = await rows<PlanFacts["field"] & { stationId: string | null }>(
    client,
    `select f.id, f.name, fa.name as farm, f.area_ha as "areaHa", f.texture_class as "textureClass", f.drainage, fa.zone,
       f.compaction_depth_cm as "compactionDepthCm", f.irrigated, f.soil_depth_cm as "soilDepthCm", f.slope_pct as "slopePct",
       f.stones_pct as "stonesPct", f.water_source as "waterSource", f.water_m3_per_year as "waterM3PerYear",
       f.outlet_km as "outletKm", fa.station_id as "stationId"
     from field f join farm fa on fa.practice_id = f.practice_id and fa.id = f.farm_id
     where f.practice_id = $1 and ($2::uuid[] is null or f.id = any($2::uuid[]))`,
    [practiceId, fieldIds ?? null],
  );
  const ids = fields.map((f) => f.id);
  const stations = [...new Set(fields.flatMap((f) => f.stationId ?? []))];
  const retired = new Set<string>();
  const [tests, grown, climates, allLimes] = await Promise.all([
    loadLastSoilTests(client, scope, ids),
    loadGrownCrops(client, scope, ids),
    loadClimates(client, practiceId, stations),
    loadLimes(client, scope, retired),
  ]);
  const limes = allLimes.filter((l) => !retired.has(l.id));
  return new Map(
    fields.map(({ stationId, ...field }): [string, SiteFacts] => {
      const history = grown.get(field.id) ?? [];
      return [
        field.id,
        {
          field,
          season,
          limes,
          soilTest: tests.get(field.id) ?? null,
          history: history.map((h) => ({ ...h, family: cropBefore(h.crop).family })),
          previousCrop: previousCropOf(history, season, `${season}-01-01`, cropBefore),
          climate: stationId ? (climates.get(stationId) ?? null) : null,
        },
      ];
    }),
  );
}

/** Every kind of every crop on one field, the best first. */
export function cropsOnField(facts: SiteFacts): SiteLine[] {
  return listCrops()
    .flatMap((crop) => crop.kinds.flatMap((kind) => judge(facts, crop.id, kind.id, kind.name) ?? []))
    .sort((a, b) => b.score - a.score);
}

/** One kind of a crop on each field, by the field's id. */
export function fieldsForCrop(
  facts: Map<string, SiteFacts>,
  guideId: string,
  kindId: string,
): Record<string, SiteLine> {
  return Object.fromEntries(
    [...facts].flatMap(([id, own]) => {
      const line = judge(own, guideId, kindId, "");
      return line ? [[id, line]] : [];
    }),
  );
}

function judge(facts: SiteFacts, guideId: string, kindId: string, name: string): SiteLine | null {
  const guide = guideOf(guideId);
  const crop = guide && resolveGuide(guide, { kind: kindId });
  const site = crop?.ok ? siteSuitability(facts, crop.value) : null;
  return site?.ok ? { guideId, kindId, name, ...site.value } : null;
}
