/** What comes with the water: salt, sodium, chloride, nitrate; of one source or of two that are mixed. */

import { type Figure, given } from "../../figure/figure";
import { leachingShare } from "../../soil/reclaim";
import { blendWater, nitrogenInWater, type WaterAnalysis } from "../../water/water-quality";
import type { Draft } from "../sheet";
import type { WaterPart } from "./part";

/** More of the water than this is not given only to drain [%]: the crop does not suit it then; assumption. */
const MOST_LEACHED = 50;

/** The field's water, mixed with a second one where that was decided. */
export function waterGiven({ facts, decisions }: Draft): WaterAnalysis {
  const { field } = facts;
  const own: WaterAnalysis = {
    ecDsM: field.waterEcDsM ?? null,
    sar: field.waterSar ?? null,
    chlorideMgL: field.waterChlorideMgL ?? null,
    nitrateMgL: field.waterNitrateMgL ?? null,
  };
  const { sharePct = 0, ...second } = decisions.water?.blend ?? {};
  return sharePct > 0 ? blendWater(own, second, sharePct) : own;
}

/** Share of the water that has to drain to carry its salt off [%]; null where its salt is not known. */
export const leachingNeed = (draft: Draft, water: WaterAnalysis): number | null =>
  leachingFigure(draft, water)?.value ?? null;

function leachingFigure({ context }: Draft, { ecDsM }: WaterAnalysis): Figure | null {
  if (ecDsM == null) return null;
  const { thresholdDsM, source } = context.crop.guide.soil.salinity;
  const needed = leachingShare(
    { ecW: ecDsM, ecE: thresholdDsM },
    { ecE: { basis: { kind: "source", text: context.source(source) } } },
  );
  const share = needed.ok ? needed.figures?.sharePct : undefined;
  // as salty as five times what the crop bears no share of it is enough
  return share && share.value <= 100
    ? share
    : given("Leaching requirement", 100, "%", {
        kind: "source",
        text: `all of it: water of ${ecDsM} dS/m against ${thresholdDsM} dS/m that the crop bears leaves no share that is enough (FAO-29)`,
      });
}

/** How much of what is taken stays for the crop, where salt is carried off with the rest; 1 where it is not. */
export function keptOfWater(draft: Draft, need: number | null): number {
  return draft.decisions.water?.leach && need !== null ? 1 - Math.min(MOST_LEACHED, need) / 100 : 1;
}

export function showQuality(draft: Draft, part: WaterPart): void {
  const { quality, leachingPct, grossMm } = part;
  const leaching = leachingPct === null ? null : leachingFigure(draft, quality);
  if (leaching) draft.context.show("water.leaching", leaching);
  if (quality.nitrateMgL == null || !(quality.nitrateMgL > 0)) return;
  const nitrogen = nitrogenInWater(grossMm, quality.nitrateMgL);
  part.nitrogenKgPerHa = nitrogen.value;
  draft.context.show("water.nitrogen", nitrogen);
}
