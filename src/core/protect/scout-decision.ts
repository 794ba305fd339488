import { readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import { studentT } from "../review/student-t";

type ScoutVerdict = "act" | "wait" | "count more";

/** More counts than these nobody makes: the mean lies too near to the threshold. */
const MOST_COUNTS = 1000;

/**
 * What counts of a pest say against a threshold, by Student's t on their mean: act where all of the interval is at or above it, wait where all
 * is below, else count more. `moreCounts` is how many more would settle it if spread and mean stayed as they are; null where over a
 * thousand would not. `confidencePct` 95 by default. The interval does not go under 0. Errors: fewer than two counts, counts that are not
 * whole numbers from 0 up, by their place.
 *
 * Example: 2, 4, 3, 5, 1 against 6: mean 3, spread 1.58, 3 +- 2.776 x 0.707 = 1.04 to 4.96: wait.
 */
export function scoutDecision(input: { counts: number[]; threshold: number; confidencePct?: number }): Result<{
  mean: number;
  ci: [low: number, high: number];
  decision: ScoutVerdict;
  moreCounts: number | null;
}> {
  const errors: FieldError[] = [];
  const given = Array.isArray(input?.counts) ? input.counts : [];
  if (given.length < 2) errors.push(fieldError("counts", input?.counts, "at least two counts"));
  const counts = given.map((c, i) => readNumber(errors, `counts.${i}`, c, { min: 0, max: 1_000_000, integer: true }));
  const threshold = readNumber(errors, "threshold", input?.threshold, { min: 0 });
  const confidence = readNumber(errors, "confidencePct", input?.confidencePct, {
    min: 50,
    max: 99.9,
    unit: "%",
    fallback: 95,
  });
  if (errors.length > 0) return failed(errors);
  const n = counts.length;
  const mean = counts.reduce((a, b) => a + b, 0) / n;
  const spread = Math.sqrt(counts.reduce((sum, c) => sum + (c - mean) ** 2, 0) / (n - 1));
  const half = (of: number) => (studentT(100 - confidence, of - 1) * spread) / Math.sqrt(of);
  const ci: [number, number] = [Math.max(0, mean - half(n)), mean + half(n)];
  const decision: ScoutVerdict = ci[0] >= threshold ? "act" : ci[1] < threshold ? "wait" : "count more";
  return ok({ mean, ci, decision, moreCounts: decision === "count more" ? missing() : 0 });

  /** Counts until the interval round this mean no longer holds the threshold. */
  function missing(): number | null {
    const gap = Math.abs(mean - threshold);
    const settled = (of: number) => (mean >= threshold ? half(of) <= gap : half(of) < gap);
    // the interval narrows with every count: halved until the first that settles it is left
    let [low, high] = [n, n + MOST_COUNTS];
    if (!settled(high)) return null;
    while (high - low > 1) {
      const middle = Math.floor((low + high) / 2);
      if (settled(middle)) high = middle;
      else low = middle;
    }
    return high - n;
  }
}
