import type { VarietyComparison } from "./compare-varieties";

export interface RatedVariety {
  name: string;
  days: number | null;
  endUse: string;
  ratings: { what: string; rating: number }[];
}
/** What a rating is worth on this field: a point over or under the middle moves the yield by so much [%]. */
export interface RatingWeight {
  what: string;
  pctAPoint: number;
  why: string;
}
export interface ShortlistLine {
  name: string;
  /** of the mean of its trials, drawn in by how few they are [%]; null without a trial */
  yieldPct: number | null;
  meanTPerHa: number | null;
  trials: number;
  /** surely under the best of its trials (least significant difference, 5 %); null where they do not say */
  underBest: boolean | null;
  points: { why: string; pct: number }[];
  /** sum of what it yields over the mean and of its points [%] */
  score: number;
}

/** Of the scale from 1 to 9: neither good nor bad. */
const MIDDLE = 5;
/** A variety of so many trials is believed by half; assumption. */
const HALF_BELIEVED = 2;

/**
 * Varieties in the order in which they suit a field: what they yielded in trials, drawn in to the mean by how few those are
 * (trials / (trials + 2)), and each rating that matters there as so many per cent a point from the middle of 1 to 9. `points` of the
 * caller come on top (ripe too late, not for this use).
 *
 * Example: 104 % of the mean in 6 trials is worth 4 x 6 / 8 = 3; rated 8 for a disease at 1 % a point, 3 more.
 */
export function shortlistVarieties(
  varieties: RatedVariety[],
  groups: Pick<VarietyComparison, "means" | "lsdTPerHa">[],
  weights: RatingWeight[],
  own: (variety: RatedVariety) => { why: string; pct: number }[],
): ShortlistLine[] {
  const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();
  const listed = new Set(varieties.map((v) => v.name.trim().toLowerCase()));
  const onlyTried = groups
    .flatMap((g) => g.means)
    .filter((m) => !listed.has(m.variety.trim().toLowerCase()))
    .map((m): RatedVariety => ({ name: m.variety, days: null, endUse: "", ratings: [] }));
  return [...varieties, ...onlyTried]
    .map((variety): ShortlistLine => {
      const group = groups.find((g) => g.means.some((m) => same(m.variety, variety.name)));
      const mean = group?.means.find((m) => same(m.variety, variety.name)) ?? null;
      const [best] = group?.means ?? [];
      const over = mean ? ((mean.relativePct - 100) * mean.trials) / (mean.trials + HALF_BELIEVED) : null;
      const points = [
        ...weights.flatMap((w) => {
          const rated = variety.ratings.find((r) => r.what === w.what);
          const pct = rated ? (rated.rating - MIDDLE) * w.pctAPoint : 0;
          return pct === 0 ? [] : [{ why: `${w.what} ${rated?.rating} of 9: ${w.why}`, pct }];
        }),
        ...own(variety),
      ];
      return {
        name: variety.name,
        yieldPct: over === null ? null : 100 + over,
        meanTPerHa: mean?.meanTPerHa ?? null,
        trials: mean?.trials ?? 0,
        underBest:
          mean && best && group?.lsdTPerHa != null ? best.meanTPerHa - mean.meanTPerHa > group.lsdTPerHa : null,
        points: points.sort((a, b) => Math.abs(b.pct) - Math.abs(a.pct)),
        score: (over ?? 0) + points.reduce((sum, p) => sum + p.pct, 0),
      };
    })
    .sort((a, b) => b.score - a.score || a.name.localeCompare(b.name));
}
