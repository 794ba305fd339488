/** The store at planting: typed, felt or measured, else by the bare ground's balance. */

import { missingWater } from "../../water/start-moisture";
import type { Draft } from "../sheet";
import type { WaterYear } from "./season";

/** Water missing at planting where somebody said it [mm]; null where it is walked. */
export function startMissing({ context, decisions, facts }: Draft, year: WaterYear): number | null {
  const { startMoisture: own, startDepletionMm } = decisions.water ?? {};
  if (own?.value === undefined) return startDepletionMm ?? null;
  const found = context.take(
    "water",
    missingWater({
      how: own.how ?? "feel",
      value: own.value,
      bulkDensity: own.bulkDensity,
      texture: facts.field.textureClass,
      rootDepthM: year.rootM[0] ?? 0.3,
      stonesPct: facts.field.stonesPct ?? 0,
    }),
  );
  return found?.value.missingMm ?? startDepletionMm ?? null;
}
