/** A farm's water of a season shared over its fields where it earns most. */

import { draftPlan } from "@/core/sheets/draft-plan";
import { dryStages, type WaterResponse, waterResponse } from "@/core/sheets/water/response";
import { allocateWater } from "@/core/water/allocate-water";
import type { Access } from "./access";
import type { WaterShares } from "./contracts";
import { type Client, rows } from "./db";
import { loadPlanFacts } from "./plan-facts";
import { readDecisions } from "./stored-decisions";

const ALL_FARMS = "all";

interface Line {
  id: string;
  fieldId: string;
  season: number;
  decisions: unknown;
  farmId: string;
  farm: string;
  field: string;
}

/** The farm's irrigated fields with what each gets of `volumeM3`; all that they ask for where none is given. */
export async function loadWaterShares(
  client: Client,
  access: Access,
  wanted: { season?: number; farmId?: string; volumeM3?: number },
): Promise<WaterShares> {
  const plans = await rows<Line>(
    client,
    `select p.id, p.field_id as "fieldId", p.season, p.decisions, fa.id as "farmId", fa.name as farm, f.name as field from plan p
     join field f on f.practice_id = p.practice_id and f.id = p.field_id and f.irrigated and f.retired_at is null
     join farm fa on fa.practice_id = f.practice_id and fa.id = f.farm_id
     where p.practice_id = $1 and p.chosen order by fa.name, f.name`,
    [access.practiceId],
  );
  const seasons = [...new Set(plans.map((p) => p.season))].sort((a, b) => b - a);
  const season = seasons.find((s) => s === wanted.season) ?? seasons[0] ?? null;
  const ofSeason = plans.filter((p) => p.season === season);
  const farms = [...new Map(ofSeason.map((p) => [p.farmId, p.farm])).entries()].map(([id, name]) => ({ id, name }));
  // one source may serve several farms: all together where none is named
  const farm = farms.find((f) => f.id === wanted.farmId) ?? null;
  const own = ofSeason.filter((p) => farm === null || p.farmId === farm.id);
  const facts = await loadPlanFacts(client, access, own);
  const found: { line: Line; response: WaterResponse }[] = [];
  const aside: string[] = [];
  for (const line of own) {
    const fact = facts.get(line.id);
    const read = readDecisions(line.decisions);
    const response = fact && read.ok ? waterResponse(fact, read.value.decisions, line.season, read.value.guide) : null;
    if (response?.ok) found.push({ line, response: response.value });
    else aside.push(line.field);
  }
  const asked = found.reduce((sum, { response }) => sum + response.full.water.volumeM3, 0);
  const volumeM3 = wanted.volumeM3 ?? asked;
  const shared =
    found.length > 0
      ? allocateWater({
          volumeM3,
          fields: found.map(({ line, response }) => ({
            id: line.id,
            areaHa: response.full.areaHa,
            efficiencyPct: response.efficiencyPct,
            response: response.points,
          })),
        })
      : null;
  return {
    season,
    seasons,
    farms: [{ id: ALL_FARMS, name: "All farms together" }, ...farms],
    farmId: farm?.id ?? ALL_FARMS,
    askedM3: asked,
    volumeM3,
    marginalPerM3: shared?.ok ? shared.value.marginalValuePerM3 : null,
    aside,
    problem: shared && !shared.ok ? shared.errors.map((e) => e.message).join("; ") : null,
    fields: found.map(({ line, response }) => {
      const got = shared?.ok ? shared.value.fields.find((f) => f.id === line.id) : undefined;
      const { full, points } = response;
      const fact = facts.get(line.id);
      const read = readDecisions(line.decisions);
      const drafted =
        got && fact && read.ok
          ? draftPlan(
              { ...fact, field: { ...fact.field, waterM3PerYear: got.volumeM3 } },
              read.value.decisions,
              line.season,
              read.value.guide,
            )
          : null;
      const best = points.reduce((a, b) => (b.valuePerHa > a.valuePerHa ? b : a));
      return {
        planId: line.id,
        field: line.field,
        farm: line.farm,
        crop: full.crop.kind.name,
        areaHa: full.areaHa,
        askedM3: full.water.volumeM3,
        netMm: got?.netMm ?? 0,
        volumeM3: got?.volumeM3 ?? 0,
        value: got?.value ?? 0,
        lost: Math.max(0, best.valuePerHa * full.areaHa - (got?.value ?? 0)),
        yieldPct: drafted?.ok ? drafted.value.water.relativeYieldPct : full.water.relativeYieldPct,
        dry: drafted?.ok ? dryStages(drafted.value) : [],
        priced: response.pricePerT > 0,
      };
    }),
  };
}
