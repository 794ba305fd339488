import type { IsoDate } from "../dates";
import type { GrownCrop } from "../records/land/grown-crop";
import type { PreviousCrop } from "./facts";

/**
 * The crop before a season: the newest of the history that was harvested, or is to be, before it. `known` says what is
 * known of a crop by its id.
 */
export function previousCropOf(
  history: readonly GrownCrop[],
  season: number,
  plannedWindowStart: IsoDate,
  known: (crop: string) => Pick<PreviousCrop, "name" | "leaves">,
): PreviousCrop | null {
  const before = history.filter((h) => h.season < season || (h.harvestOn !== null && h.harvestOn < plannedWindowStart));
  const last = before.sort((a, b) => b.season - a.season)[0];
  return last ? { crop: last.crop, ...known(last.crop), harvest: last.harvestOn, harvested: last.harvested } : null;
}
