/** Laws of what is sown or planted: rate, number and mass agree. */

import { stationSowing } from "../establish/station-sowing";
import type { ResolvedGuide } from "./resolve-guide";
import type { MixtureComponent, PlantingMethod } from "./schema";

/** How far apart figures may lie that must agree. */
const TOLERANCE = 0.1;
export const within = (value: number, range: { low: number; high: number }) =>
  value >= range.low && value <= range.high;
export const near = (value: number, range: { low: number; high: number }, slack = TOLERANCE) =>
  within(value, { low: range.low * (1 - slack), high: range.high * (1 + slack) });

/** Population, unit mass, spacing and mass of the stock say the same. */
export function stockAgrees({ method }: ResolvedGuide): string[] {
  const broken: string[] = [];
  const { stock, geometry, nursery } = method;
  if (stock.by === "mixture") return mixtureAgrees(method, stock);
  // nothing is planted that could disagree
  if (stock.by === "standing") return broken;
  const rate = stock.handbookRateKgPerHa;
  const plants = method.targetPlantsPerM2.typical;
  const share = (pct: { typical: number }) => pct.typical / 100;
  const { unitsPerStation = 1, leftPerStation } = geometry;
  if (leftPerStation !== undefined && leftPerStation > unitsPerStation)
    broken.push(`methods.${method.id}: leaves ${leftPerStation} of ${unitsPerStation} in a station`);
  // units in the ground for the target, and their mass
  const losses = nursery
    ? share(nursery.fieldSurvivalPct)
    : share(method.fieldEmergencePct) * (stock.by === "unit" ? share(stock.sproutingPct) : share(stock.germinationPct));
  const perM2 =
    stock.by === "seed" && method.how === "stations" ? seedsInStations(plants, losses, geometry) : plants / losses;
  const seeds =
    nursery && stock.by === "seed" ? perM2 / share(nursery.survivalPct) / share(stock.germinationPct) : perM2;
  const massKgPerHa =
    stock.by === "unit" ? perM2 * 10 * stock.unitMassG.typical : (seeds * stock.thousandGrainWeightG.typical) / 100;
  if (!near(massKgPerHa, rate))
    broken.push(
      `methods.${method.id}: ${plants} plants/m2 need ${Math.round(massKgPerHa)} kg/ha, outside of the handbook's ${rate.low} to ${rate.high}`,
    );
  const { rowSpacingCm: row, inRowSpacingCm: inRow } = geometry;
  if (row && inRow) {
    const bySpacing = (unitsPerStation * 10_000) / (row.typical * inRow.typical);
    // what is planted: transplants are counted as they are set, other units before their losses
    const planted = nursery ? plants : perM2;
    if (Math.abs(bySpacing / planted - 1) > 2 * TOLERANCE)
      broken.push(
        `methods.${method.id}: ${row.typical} x ${inRow.typical} cm is ${bySpacing.toFixed(1)}/m2, the population asks for ${planted.toFixed(1)}`,
      );
  }
  return broken;
}

/** Shares make a stand, and components the handbook's mass and the method's population. */
function mixtureAgrees(method: PlantingMethod, stock: Extract<PlantingMethod["stock"], { by: "mixture" }>): string[] {
  const broken: string[] = [];
  const of = (what: (c: MixtureComponent) => number) => stock.components.reduce((sum, c) => sum + what(c), 0);
  const shares = of((c) => c.sharePct.typical);
  if (shares < 80 || shares > 150) broken.push(`methods.${method.id}: shares of ${shares} % make no stand`);
  const plants = of((c) => (c.sharePct.typical / 100) * c.plantsPerM2.typical);
  if (!near(plants, method.targetPlantsPerM2))
    broken.push(`methods.${method.id}: components make ${Math.round(plants)} plants/m2, outside of the population`);
  const kgPerHa = of(
    (c) =>
      ((c.sharePct.typical / 100) * c.plantsPerM2.typical * c.thousandGrainWeightG.typical) /
      100 /
      (c.germinationPct.typical / 100) /
      (c.fieldEmergencePct.typical / 100),
  );
  if (!near(kgPerHa, stock.handbookRateKgPerHa))
    broken.push(`methods.${method.id}: components need ${Math.round(kgPerHa)} kg/ha, outside of the handbook's`);
  return broken;
}

/** Seeds to a square metre where several are set to a station and the best are left. */
function seedsInStations(plants: number, chance: number, geometry: PlantingMethod["geometry"]): number {
  const { unitsPerStation = 1, leftPerStation, rowSpacingCm } = geometry;
  const sown = stationSowing({
    targetPlantsPerM2: plants,
    seedsPerStation: unitsPerStation,
    leftPerStation,
    rowSpacingCm: rowSpacingCm?.typical ?? 50,
    thousandGrainWeightG: 1,
    germinationPct: chance * 100,
    fieldEmergencePct: 100,
  });
  return sown.ok ? sown.value.seedsPerM2 : Number.NaN;
}
