/** A resolved guide and a field as the plain numbers that a rehearsal walks with. */

import type { ResolvedGuide } from "../guides/resolve-guide";
import type { Product } from "../guides/schema";
import { availableWaterMmPerM, heldAtCapacityMmPerM } from "../soil/available-water";
import { bareEvaporation } from "../soil/bare-evaporation";
import type { TextureClass } from "../soil/texture";
import { LEAST_ROOT_M } from "../water/walk";
import type { RehearsedCrop, RehearsedGround } from "./course";

/** Rain that bunds hold above the soil [mm]; usual height of an outlet. */
const BUND_MM = 100;
/** Water that leaves a bunded field downwards [mm/day]; usual figure for puddled ground. */
const PERCOLATION_MM = 3;

/** The numbers of a crop. `harvestAfterDays` in place of the guide's where a plan has its own. */
export function rehearsedCrop(
  { guide, method, product }: ResolvedGuide,
  latenessLossPctPerDay: number,
  harvestAfterDays: number = guide.harvest.at.usual + pickedForDays(product),
): RehearsedCrop {
  const position = (id: string) => guide.stages.findIndex((s) => s.id === id);
  const until = position(guide.growth.nNeedUntil);
  return {
    stages: guide.stages.map(({ cover, rootCm }) => ({ cover, rootM: rootCm / 100 })),
    emergenceDays: guide.stages[0]?.days ?? 14,
    kc: guide.water.kc,
    depletionFraction: guide.water.depletionFraction.value,
    rueGPerMj: guide.growth.rueGPerMj.value,
    baseC: guide.climate.baseC.value,
    optimumC: guide.climate.optimumC.value,
    ceilingC: guide.climate.ceilingC.value,
    lowestSoilC: method.soilTemperatureC.lowest,
    harvestIndex: guide.growth.harvestIndex.typical,
    moisturePct: product.moisturePct,
    harms: guide.climate.harm
      .map((h) => ({
        stage: position(h.stage),
        cold: h.kind === "cold",
        limitC: h.belowOrAboveC,
        days: h.days,
        lossPerDegree: h.lossPctPerDegree / 100,
      }))
      .filter((h) => h.stage >= 0),
    harvestLossPerDay: guide.harvest.lossPctPerDay.typical / 100,
    harvestStage: Math.max(0, position(guide.harvest.at.from)),
    harvestAfterDays: Math.max(0, harvestAfterDays),
    // half of what lateness costs; assumption, for want of trials of early sowing
    earlyLossPerDay: latenessLossPctPerDay / 200,
    nitrogen: {
      dilution: guide.growth.nDilution.value,
      untilStage: until >= 0 ? until : guide.stages.length - 1,
      highShare: product.nUptakeKgPerT.high / product.nUptakeKgPerT.typical,
      fixedShare: guide.feed.fixedFromAirPct / 100,
    },
    bundMm: method.waterAtPlanting === "standing" || guide.ground.shaping === "bunded" ? BUND_MM : 0,
  };
}

/** Days from the first picking to the last of what is picked over and over. */
const pickedForDays = ({ picking }: Product): number =>
  picking ? Math.round(picking.everyDays.typical * Math.max(0, picking.times.typical - 1)) : 0;

/** The numbers of the ground that roots have. `setFreeKgAt10C`: what organic matter sets free on a day of 10 C [kg N/ha]. */
export function rehearsedGround(
  field: { textureClass: TextureClass; stonesPct?: number | null; soilDepthCm?: number | null },
  crop: RehearsedCrop,
  setFreeKgAt10C: number,
  percolationMmPerDay = PERCOLATION_MM,
): RehearsedGround {
  const fine = 1 - (field.stonesPct ?? 0) / 100;
  const roots = Math.max(LEAST_ROOT_M, ...crop.stages.map((s) => s.rootM));
  return {
    awcMmPerM: availableWaterMmPerM(field.textureClass) * fine,
    heldMmPerM: heldAtCapacityMmPerM(field.textureClass) * fine,
    deepestM: Math.max(LEAST_ROOT_M, Math.min(roots, (field.soilDepthCm ?? Number.POSITIVE_INFINITY) / 100)),
    ...bareEvaporation(field.textureClass),
    setFreeKgAt10C,
    percolationMmPerDay,
  };
}
