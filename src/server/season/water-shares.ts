/** A farm's water of a season shared over its fields where it earns most, from the curves that stand with the outlines. */

import { alongCurve, type WaterCurve } from "@/core/sheets/water/response";
import { allocateWater } from "@/core/water/allocate-water";
import type { Access } from "../access/access";
import type { WaterShares } from "../contracts";
import { outlineLines } from "../plans/outlines";
import { type Client, rows } from "../storage/db";

const ALL_FARMS = "all";

interface Line {
  id: string;
  season: number;
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
  const [plans, curves, outlines] = await Promise.all([
    rows<Line>(
      client,
      `select p.id, p.season, fa.id as "farmId", fa.name as farm, f.name as field from plan p
       join field f on f.practice_id = p.practice_id and f.id = p.field_id and f.irrigated and f.retired_at is null
       join farm fa on fa.practice_id = f.practice_id and fa.id = f.farm_id
       where p.practice_id = $1 and p.chosen order by fa.name, f.name`,
      [access.practiceId],
    ),
    rows<{ planId: string; water: WaterCurve }>(
      client,
      `select plan_id as "planId", water from plan_outline where practice_id = $1 and basis = 'draft' and water is not null`,
      [access.practiceId],
    ),
    outlineLines(client, access, "draft"),
  ]);
  const seasons = [...new Set(plans.map((p) => p.season))].sort((a, b) => b - a);
  const season = seasons.find((s) => s === wanted.season) ?? seasons[0] ?? null;
  const ofSeason = plans.filter((p) => p.season === season);
  const farms = [...new Map(ofSeason.map((p) => [p.farmId, p.farm])).entries()].map(([id, name]) => ({ id, name }));
  // one source may serve several farms: all together where none is named
  const farm = farms.find((f) => f.id === wanted.farmId) ?? null;
  const own = ofSeason.filter((p) => farm === null || p.farmId === farm.id);
  const curveOf = new Map(curves.map((c) => [c.planId, c.water]));
  const stale = new Set(outlines.filter((l) => !l.fresh).map((l) => l.id));
  const found = own.flatMap((line) => {
    const curve = curveOf.get(line.id);
    return curve && curve.points.length > 0 ? [{ line, curve }] : [];
  });
  const asked = found.reduce((sum, { curve }) => sum + curve.askedM3, 0);
  const volumeM3 = wanted.volumeM3 ?? asked;
  const shared =
    found.length > 0
      ? allocateWater({
          volumeM3,
          fields: found.map(({ line, curve }) => ({
            id: line.id,
            areaHa: curve.areaHa,
            efficiencyPct: curve.efficiencyPct,
            response: curve.points,
          })),
        })
      : null;
  const gotOf = new Map(shared?.ok ? shared.value.fields.map((f) => [f.id, f]) : []);
  return {
    season,
    seasons,
    farms: [{ id: ALL_FARMS, name: "All farms together" }, ...farms],
    farmId: farm?.id ?? ALL_FARMS,
    askedM3: asked,
    volumeM3,
    marginalPerM3: shared?.ok ? shared.value.marginalValuePerM3 : null,
    aside: own.filter((line) => !curveOf.has(line.id) && !stale.has(line.id)).map((line) => line.field),
    waiting: own.filter((line) => stale.has(line.id)).length,
    problem: shared && !shared.ok ? shared.errors.map((e) => e.message).join("; ") : null,
    fields: found.map(({ line, curve }) => {
      const got = gotOf.get(line.id);
      const { yieldPct, dry } = alongCurve(curve.points, got?.netMm ?? 0);
      const best = curve.points.reduce((a, b) => (b.valuePerHa > a.valuePerHa ? b : a));
      return {
        planId: line.id,
        field: line.field,
        farm: line.farm,
        crop: curve.crop,
        areaHa: curve.areaHa,
        askedM3: curve.askedM3,
        netMm: got?.netMm ?? 0,
        volumeM3: got?.volumeM3 ?? 0,
        value: got?.value ?? 0,
        lost: Math.max(0, best.valuePerHa * curve.areaHa - (got?.value ?? 0)),
        yieldPct,
        dry,
        priced: curve.priced,
      };
    }),
  };
}
