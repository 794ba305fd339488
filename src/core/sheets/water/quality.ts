/** What comes with the water: salt, sodium, chloride, nitrate; of one source or of two that are mixed. */

import { computed } from "../../figure";
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
export function leachingNeed({ context }: Draft, { ecDsM }: WaterAnalysis): number | null {
  if (ecDsM == null) return null;
  const needed = leachingShare({ ecW: ecDsM, ecE: context.crop.guide.soil.salinity.thresholdDsM });
  // as salty as five times what the crop bears no share of it is enough
  return needed.ok ? Math.min(100, needed.value.sharePct) : 100;
}

/** How much of what is taken stays for the crop, where salt is carried off with the rest; 1 where it is not. */
export function keptOfWater(draft: Draft, need: number | null): number {
  return draft.decisions.water?.leach && need !== null ? 1 - Math.min(MOST_LEACHED, need) / 100 : 1;
}

export function showQuality({ context }: Draft, part: WaterPart): void {
  const { quality, leachingPct, grossMm } = part;
  if (leachingPct !== null && quality.ecDsM != null)
    context.show(
      "water.leaching",
      computed(
        "Leaching requirement",
        leachingPct,
        "%",
        "EC of the water / (5 x EC that the crop bears - EC of the water), at most 100",
        [
          { label: "water", value: quality.ecDsM, unit: "dS/m" },
          {
            label: "crop bears",
            value: context.crop.guide.soil.salinity.thresholdDsM,
            unit: "dS/m",
            basis: { kind: "source", text: context.source(context.crop.guide.soil.salinity.source) },
          },
        ],
        "Ayers and Westcot 1985 (FAO-29). Winter rain that drains does the same work; a soil test says how much gathers.",
      ),
    );
  const { nitrateMgL } = quality;
  if (nitrateMgL == null || !(nitrateMgL > 0)) return;
  part.nitrogenKgPerHa = nitrogenInWater(grossMm, nitrateMgL);
  context.show(
    "water.nitrogen",
    computed("Nitrogen in the water", part.nitrogenKgPerHa, "kg/ha", "water x 10 x nitrate x 0.2259 / 1000", [
      { label: "water", value: grossMm, unit: "mm" },
      { label: "nitrate", value: nitrateMgL, unit: "mg/L" },
    ]),
  );
}
