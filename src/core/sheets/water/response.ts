/** What a field's plan is worth by the water that it may have. */

import { daysBetween } from "../../dates";
import type { Guide } from "../../guides/schema";
import type { PlanFacts } from "../../plan/facts";
import { listedPrice } from "../../plan/listed-price";
import { failed, fieldError, ok, type Result } from "../../result";
import type { Decisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import type { Plan } from "../plan";

/** A stage in whose time the crop lacks water, and the days of it. */
interface DryStage {
  name: string;
  days: number;
}

interface WaterResponse {
  /** net water, and the value of a hectare with it: the expected yield at the crop's price, less what the water costs [minor] */
  points: { netMm: number; valuePerHa: number; relativeYieldPct: number; dry: DryStage[] }[];
  efficiencyPct: number;
  /** with all the water that the plan asks for */
  full: Plan;
  pricePerT: number;
}

/** Parts of the full need that are looked at. */
const SHARES = [0, 0.15, 0.3, 0.45, 0.6, 0.75, 0.9, 1];

/**
 * The response of a plan to its season's water: the plan drafted with less and less of it, the irrigations ending when it ends.
 * Errors: those of draftPlan; a field that is not irrigated. Value 0 where the crop has no price.
 */
export function waterResponse(
  facts: PlanFacts,
  decisions: Decisions,
  season: number,
  guide: Guide,
): Result<WaterResponse> {
  const { areaHa } = facts.field;
  const withVolume = (m3: number | null) =>
    draftPlan({ ...facts, field: { ...facts.field, waterM3PerYear: m3 } }, decisions, season, guide);
  const drafted = withVolume(null);
  if (!drafted.ok) return drafted;
  const full = drafted.value;
  if (!facts.field.irrigated || !(full.water.season || full.water.pond))
    return failed([fieldError("field", facts.field.name, "an irrigated field with a climate and a date of planting")]);
  const pricePerT = listedPrice(facts.prices, full.crop) ?? 0;
  const pointOf = (plan: Plan) => ({
    netMm: plan.water.netMm,
    valuePerHa: plan.rehearsal.expectedTPerHa * pricePerT - irrigationsCostPerHa(plan),
    relativeYieldPct: plan.rehearsal.rehearsed?.waterPct ?? plan.water.relativeYieldPct,
    dry: dryStages(plan),
  });
  const points = [pointOf(full)];
  const gross = full.water.grossMm * 10 * areaHa;
  for (const share of SHARES.slice(0, -1)) {
    const less = withVolume(share * gross);
    if (less.ok) points.push(pointOf(less.value));
  }
  points.sort((a, b) => a.netMm - b.netMm);
  return ok({
    points: points.filter((p, i) => i === 0 || p.netMm > (points[i - 1]?.netMm ?? 0) + 0.01),
    // what seeps away under standing water is counted in its depth
    efficiencyPct: full.water.pond ? 100 : (full.figures["water.efficiency"]?.value ?? 100),
    full,
    pricePerT,
  });
}

/** What the irrigations of a plan cost on a hectare: hands, energy and water [minor]. */
export function irrigationsCostPerHa({ water, operations }: Plan): number {
  const ids = new Set(water.irrigations.map((g) => g.id));
  return operations.reduce((sum, o) => sum + (ids.has(o.id) ? o.costPerHa : 0), 0);
}

/** Stages in whose time the crop lacks water, with the days of it. */
export function dryStages(plan: Plan): DryStage[] {
  const season = plan.water.season ?? plan.water.pond;
  if (!season) return [];
  const at = (date: string) => daysBetween(season.from, date);
  return plan.stages.flatMap((stage, i) => {
    const next = plan.stages[i + 1];
    const from = Math.max(0, at(stage.date));
    const to = next ? at(next.date) : season.ks.length;
    const days = season.ks.slice(from, to).filter((k) => k < 0.995).length;
    return days > 0 ? [{ name: stage.name, days }] : [];
  });
}

/** A response as it is kept with a plan's outline: all that sharing a season's water asks of it. */
export interface WaterCurve {
  crop: string;
  areaHa: number;
  askedM3: number;
  efficiencyPct: number;
  priced: boolean;
  points: WaterResponse["points"];
}

/** The curve of a plan; null where its field is not watered or it cannot be drafted. */
export function waterCurve(facts: PlanFacts, decisions: Decisions, season: number, guide: Guide): WaterCurve | null {
  if (!facts.field.irrigated) return null;
  const response = waterResponse(facts, decisions, season, guide);
  if (!response.ok) return null;
  const { full, points, efficiencyPct, pricePerT } = response.value;
  return {
    crop: full.crop.kind.name,
    areaHa: full.areaHa,
    askedM3: full.water.volumeM3,
    efficiencyPct,
    priced: pricePerT > 0,
    points,
  };
}

/**
 * Yield and dry stages at an amount of water between two points of a curve: yield along the line between them, dry stages of the
 * point with less. Example: at 50 mm between 80 % at 0 and 100 % at 100 mm: 90 %.
 */
export function alongCurve(points: WaterCurve["points"], netMm: number): { yieldPct: number; dry: DryStage[] } {
  const above = points.findIndex((p) => p.netMm >= netMm - 0.01);
  const to = points[above === -1 ? points.length - 1 : above];
  const from = above > 0 ? points[above - 1] : to;
  if (!from || !to) return { yieldPct: 100, dry: [] };
  const span = to.netMm - from.netMm;
  const share = span > 0 ? Math.min(1, Math.max(0, (netMm - from.netMm) / span)) : 1;
  return {
    yieldPct: from.relativeYieldPct + (to.relativeYieldPct - from.relativeYieldPct) * share,
    dry: share >= 1 ? to.dry : from.dry,
  };
}
