/** The stand that was counted in the field against the one that was planned. */

import type { IsoDate } from "../../dates";
import { standCount } from "../../establish/stand-count";
import type { PlanFacts } from "../../plan/facts";
import type { CountedStand, SeedPart } from "./part";

/** What visits call the plants themselves, where they are counted and not what eats them. */
export const STAND = "stand";
/** Rows as wide as this are counted over a longer piece [cm], both as long as this [m], what has no rows in a square [m2]; assumptions. */
const WIDE_ROW_CM = 40;
const PIECE_M = 1;
const WIDE_PIECE_M = 5;
const QUADRAT_M2 = 0.25;
type StandSample = { pieceM: number; rowSpacingCm: number } | { quadratM2: number };

/** What is counted at a place: a piece of row, or a square where there are no rows. */
export function standSample(rowSpacingCm: number | null): StandSample {
  if (rowSpacingCm === null) return { quadratM2: QUADRAT_M2 };
  return { pieceM: rowSpacingCm >= WIDE_ROW_CM ? WIDE_PIECE_M : PIECE_M, rowSpacingCm };
}

/** Ground of one sample [m2]. Example: 5 m of rows 75 cm apart: 3.75. */
export const sampleM2 = (sample: StandSample): number =>
  "quadratM2" in sample ? sample.quadratM2 : (sample.pieceM * sample.rowSpacingCm) / 100;

/** The last count of the stand since planting; null where nobody counted twice. */
export function countedStand(
  facts: Pick<PlanFacts, "scouting">,
  seed: Pick<SeedPart, "rowSpacingCm" | "unitsPerM2" | "targetPlantsPerM2">,
  planting: IsoDate | null,
): CountedStand | null {
  const last = facts.scouting?.find((s) => s.threatId === STAND && (!planting || s.day >= planting));
  if (!last || seed.unitsPerM2 === null) return null;
  const sample = standSample(seed.rowSpacingCm);
  const found = standCount({
    counts: last.counts,
    seedsPerM2: seed.unitsPerM2,
    ...("quadratM2" in sample ? sample : { sampleLengthM: sample.pieceM, rowSpacingCm: sample.rowSpacingCm }),
  });
  if (!found.ok) return null;
  return {
    day: last.day,
    person: last.person,
    places: last.counts.length,
    ...found.value,
    share: found.value.plantsPerM2 / seed.targetPlantsPerM2,
  };
}
