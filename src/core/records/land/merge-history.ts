/** What grew on ground that becomes one field. */

import type { GrownCrop } from "./grown-crop";

interface MergedHistory {
  history: GrownCrop[];
  /** seasons in which not the same was grown everywhere, with what stood on the smaller ground */
  doubts: { season: number; crop: string; left: string[] }[];
}

/**
 * One history of several fields. In a season in which the same crop stood on all, its yield is the mean by area (of the
 * fields that know theirs) and it was off when the last was off; where crops differed, the crops of the largest ground
 * are kept and the others told.
 *
 * `areaHa` above 0; history in any order. The result has the newest season first.
 *
 * Example: wheat at 8 t/ha on 6 ha and at 5 t/ha on 3 ha is wheat at 7 t/ha.
 */
export function mergeHistory(fields: { areaHa: number; history: GrownCrop[] }[]): MergedHistory {
  const seasons = [...new Set(fields.flatMap((f) => f.history.map((h) => h.season)))].sort((a, b) => b - a);
  const history: GrownCrop[] = [];
  const doubts: MergedHistory["doubts"] = [];
  for (const season of seasons) {
    const grown = fields.flatMap((f) =>
      f.history.filter((h) => h.season === season).map((h) => ({ ...h, areaHa: f.areaHa })),
    );
    const crops = [...new Set(grown.map((g) => g.crop))];
    const ground = (crop: string) => grown.filter((g) => g.crop === crop).reduce((s, g) => s + g.areaHa, 0);
    const [most, ...rest] = crops.sort((a, b) => ground(b) - ground(a));
    if (most === undefined) continue;
    // two crops in turn on the same ground both stay
    const largest = fields.reduce((a, b) => (b.areaHa > a.areaHa ? b : a));
    const beside = rest.filter(
      (crop) =>
        largest.history.some((h) => h.season === season && h.crop === crop) &&
        largest.history.some((h) => h.season === season && h.crop === most),
    );
    const left = rest.filter((crop) => !beside.includes(crop));
    if (left.length > 0) doubts.push({ season, crop: most, left });
    for (const crop of [most, ...beside]) history.push(one(grown.filter((g) => g.crop === crop)));
  }
  return { history, doubts };
}

function one(grown: (GrownCrop & { areaHa: number })[]): GrownCrop {
  const known = grown.filter((g) => g.yieldTPerHa !== null);
  const areaHa = known.reduce((s, g) => s + g.areaHa, 0);
  const dates = grown.flatMap((g) => g.harvestOn ?? []).sort();
  const [first] = grown as [GrownCrop & { areaHa: number }];
  const same = <T>(of: (g: GrownCrop) => T): T | null => {
    const [value, ...others] = [...new Set(grown.map(of))];
    return others.length === 0 ? (value as T) : null;
  };
  return {
    season: first.season,
    crop: first.crop,
    kindId: same((g) => g.kindId),
    productId: same((g) => g.productId),
    yieldTPerHa:
      areaHa > 0
        ? Number((known.reduce((s, g) => s + g.areaHa * (g.yieldTPerHa ?? 0), 0) / areaHa).toPrecision(4))
        : null,
    harvestOn: dates.at(-1) ?? null,
    harvested: grown.every((g) => g.harvested),
    residueTaken: same((g) => g.residueTaken),
  };
}
