/**
 * Where the agronomist's own value of a figure is stored: the figures that sheets ask for have a place of their own, all others stand
 * under `overrides`. To type a value on a sheet and to put it in the place of what was computed is one thing with one home.
 */

import type { CommonDecisions } from "./common-decisions";
import type { FigureId } from "./figure-ids";

export const DECIDED_AT = {
  target: "targetTPerHa",
  "soil.targetPh": "soil/lime/targetPh",
  "seed.targetPlants": "seed/targetPlantsPerM2",
  "seed.rowSpacing": "seed/rowSpacingCm",
  "seed.inRowSpacing": "seed/inRowSpacingCm",
  "seed.tgw": "seed/thousandGrainWeightG",
  "seed.germination": "seed/germinationPct",
  "seed.emergence": "seed/fieldEmergencePct",
  "seed.unitMass": "seed/unitMassG",
  "feed.mineralN": "feed/soilMineralNKgPerHa",
  "feed.mineralisation": "feed/mineralisationKgPerHa",
  "feed.recovery": "feed/recovery",
  "water.flow": "water/pump/flowM3PerH",
} as const satisfies Partial<Record<FigureId, string>>;

const places: Partial<Record<string, string>> = DECIDED_AT;

/** The path of a figure's own value. Example: decidedAt("seed.rate") is "overrides/seed.rate". */
export const decidedAt = (id: FigureId): string => places[id] ?? `overrides/${id}`;

/** The value that was put in a figure's place, with the reason where one was given; null where it is computed. */
export function decidedValue(decisions: CommonDecisions, id: FigureId): { value: number; reason: string } | null {
  // before figures had one home, some were stored beside their own place: what was typed last stood there
  const override = decisions.overrides?.[id];
  if (override) return override;
  const path = places[id];
  if (path === undefined) return null;
  const value = path
    .split("/")
    .reduce<unknown>((at, key) => (at as Record<string, unknown> | undefined)?.[key], decisions);
  if (typeof value !== "number") return null;
  const why = decisions.reasons?.[id];
  return { value, reason: why && why.value === value ? why.reason : "" };
}
