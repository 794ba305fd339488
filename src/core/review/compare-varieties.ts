import { type FieldError, failed, fieldError, ok, type Result } from "../result";

import { studentT } from "./student-t";

interface VarietyResult {
  variety: string;
  /** what stood side by side: site and year */
  trial: string;
  yieldTPerHa: number;
}
export interface VarietyMean {
  variety: string;
  /** as if it had stood in every trial [t/ha] */
  meanTPerHa: number;
  /** of the mean of all varieties [%] */
  relativePct: number;
  trials: number;
}
export interface VarietyComparison {
  /** the best first */
  means: VarietyMean[];
  /** standard error of the difference of two varieties, on average [t/ha]; null where nothing is left over to judge by */
  sedTPerHa: number | null;
  /** two varieties farther apart differ beyond chance, at 5 % (Student) [t/ha]; null like the error */
  lsdTPerHa: number | null;
  /** degrees of freedom of the residual */
  df: number;
  trials: number;
}

/**
 * Means of varieties over trials that do not all have the same ones: each variety's effect and each trial's are fitted by
 * least squares (yield = trial + variety), so that a variety is not praised for having stood in good trials only.
 * Varieties that no chain of trials joins cannot be compared: one comparison for each joined group, the largest first.
 *
 * `results`: one line a variety and trial; a variety twice in one trial is an error, as is a yield that is not above 0.
 * Errors name the line: "results.3.yieldTPerHa". Source: intra-block analysis of incomplete blocks (Cochran and Cox 1957).
 *
 * Example: A 8 and B 7 in one trial, B 9 and C 8.5 in another give A 9, B 8, C 7.5.
 */
export function compareVarieties(results: VarietyResult[]): Result<{ groups: VarietyComparison[] }> {
  const errors: FieldError[] = [];
  const seen = new Set<string>();
  for (const [i, { variety, trial, yieldTPerHa }] of results.entries()) {
    const key = `${variety}\n${trial}`;
    if (!Number.isFinite(yieldTPerHa) || yieldTPerHa <= 0)
      errors.push(fieldError(`results.${i}.yieldTPerHa`, yieldTPerHa, "above 0 t/ha"));
    if (seen.has(key)) errors.push(fieldError(`results.${i}.variety`, variety, `once in ${trial}`));
    seen.add(key);
  }
  if (errors.length > 0) return failed(errors);
  const groups = joined(results).map(fit);
  return ok({ groups: groups.sort((a, b) => b.means.length - a.means.length) });
}

/** Results in groups that chains of common varieties and trials join. */
function joined(results: VarietyResult[]): VarietyResult[][] {
  const above = new Map<string, string>();
  const root = (key: string): string => {
    const up = above.get(key) ?? key;
    return up === key ? key : root(up);
  };
  for (const { variety, trial } of results) above.set(root(`v ${variety}`), root(`t ${trial}`));
  const groups = new Map<string, VarietyResult[]>();
  for (const result of results) {
    const key = root(`v ${result.variety}`);
    groups.set(key, [...(groups.get(key) ?? []), result]);
  }
  return [...groups.values()];
}

function fit(results: VarietyResult[]): VarietyComparison {
  const varieties = [...new Set(results.map((r) => r.variety))];
  const trials = [...new Set(results.map((r) => r.trial))];
  const n = varieties.length;
  const inTrial = trials.map((t) => results.filter((r) => r.trial === t));
  const rowOf = new Map(varieties.map((v, i) => [v, i]));
  const at = (variety: string) => rowOf.get(variety) as number;
  // what is left of varieties when the trials' effects are taken out: C v = q, with 1/n added to hold the sum of v at 0
  const c = varieties.map(() => new Array<number>(n).fill(1 / n));
  const q = new Array<number>(n).fill(0);
  for (const own of inTrial) {
    const mean = own.reduce((s, r) => s + r.yieldTPerHa, 0) / own.length;
    for (const a of own) {
      const row = c[at(a.variety)] as number[];
      row[at(a.variety)] = (row[at(a.variety)] ?? 0) + 1;
      q[at(a.variety)] = (q[at(a.variety)] ?? 0) + a.yieldTPerHa - mean;
      for (const b of own) row[at(b.variety)] = (row[at(b.variety)] ?? 0) - 1 / own.length;
    }
  }
  const inverse = inverted(c);
  const effect = inverse.map((row) => row.reduce((s, x, j) => s + x * (q[j] ?? 0), 0));
  const trialEffect = inTrial.map(
    (own) => own.reduce((s, r) => s + r.yieldTPerHa - (effect[at(r.variety)] ?? 0), 0) / own.length,
  );
  const mean = trialEffect.reduce((s, t) => s + t, 0) / trials.length;
  const residual = results.reduce(
    (s, r) => s + (r.yieldTPerHa - (trialEffect[trials.indexOf(r.trial)] ?? 0) - (effect[at(r.variety)] ?? 0)) ** 2,
    0,
  );
  const df = results.length - n - trials.length + 1;
  const sed = df > 0 && n > 1 ? Math.sqrt((residual / df) * meanVariance(inverse)) : null;
  return {
    means: varieties
      .map((variety, i) => ({
        variety,
        meanTPerHa: mean + (effect[i] ?? 0),
        relativePct: (100 * (mean + (effect[i] ?? 0))) / mean,
        trials: results.filter((r) => r.variety === variety).length,
      }))
      .sort((a, b) => b.meanTPerHa - a.meanTPerHa),
    sedTPerHa: sed,
    lsdTPerHa: sed === null ? null : sed * studentT(5, df),
    df,
    trials: trials.length,
  };
}

/** Mean over all pairs of the variance of their difference, in units of the residual's. */
function meanVariance(inverse: number[][]): number {
  const n = inverse.length;
  let sum = 0;
  for (let i = 0; i < n; i++)
    for (let j = 0; j < i; j++) sum += (inverse[i]?.[i] ?? 0) + (inverse[j]?.[j] ?? 0) - 2 * (inverse[i]?.[j] ?? 0);
  return sum / ((n * (n - 1)) / 2);
}

/** The inverse of a matrix that has one, by elimination with the largest pivot. */
function inverted(matrix: number[][]): number[][] {
  const n = matrix.length;
  const work = matrix.map((row, i) => [...row, ...row.map((_, j) => (i === j ? 1 : 0))]);
  for (let k = 0; k < n; k++) {
    let best = k;
    for (let i = k; i < n; i++) if (Math.abs(work[i]?.[k] ?? 0) > Math.abs(work[best]?.[k] ?? 0)) best = i;
    [work[k], work[best]] = [work[best] as number[], work[k] as number[]];
    const pivot = work[k] as number[];
    const by = pivot[k] as number;
    for (let j = 0; j < 2 * n; j++) pivot[j] = (pivot[j] ?? 0) / by;
    for (const [i, row] of work.entries()) {
      const times = row[k] ?? 0;
      if (i !== k && times !== 0) for (let j = 0; j < 2 * n; j++) row[j] = (row[j] ?? 0) - times * (pivot[j] ?? 0);
    }
  }
  return work.map((row) => row.slice(n));
}
