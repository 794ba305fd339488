/** Student's t distribution. */

/** Logarithm of the gamma function, by Lanczos (g = 7, nine terms; error below 1e-13 for arguments above 0.5). */
function logGamma(x: number): number {
  const c = [
    0.999_999_999_999_809_9, 676.520_368_121_885_1, -1259.139_216_722_402_8, 771.323_428_777_653_1,
    -176.615_029_162_140_6, 12.507_343_278_686_905, -0.138_571_095_265_720_12, 9.984_369_578_019_572e-6,
    1.505_632_735_149_311_6e-7,
  ];
  const z = x - 1;
  const sum = c.reduce((s, own, i) => (i === 0 ? own : s + own / (z + i)), 0);
  const t = z + 7.5;
  return 0.5 * Math.log(2 * Math.PI) + (z + 0.5) * Math.log(t) - t + Math.log(sum);
}

/** Regularised incomplete beta function, by its continued fraction (Lentz). */
function incompleteBeta(a: number, b: number, x: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  // the fraction is quick on this side; on the other by symmetry
  if (x > (a + 1) / (a + b + 2)) return 1 - incompleteBeta(b, a, 1 - x);
  const front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log(1 - x)) / a;
  const tiny = 1e-300;
  let [f, c, d] = [1, 1, 0];
  for (let i = 0; i <= 400; i++) {
    const m = i >> 1;
    const top =
      i === 0
        ? 1
        : i % 2 === 0
          ? (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m))
          : (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    d = 1 + top * d;
    d = 1 / (Math.abs(d) < tiny ? tiny : d);
    c = 1 + top / c;
    if (Math.abs(c) < tiny) c = tiny;
    f *= c * d;
    if (Math.abs(1 - c * d) < 1e-14) break;
  }
  return front * (f - 1);
}

/** Chance that |t| is above `t` with `df` degrees of freedom. Example: twoSidedP(2.228, 10) is 0.05. */
export const twoSidedP = (t: number, df: number): number => incompleteBeta(df / 2, 0.5, df / (df + t * t));

/**
 * The t that is exceeded on either side with a chance of `alphaPct` together, with `df` degrees of freedom (1 or more).
 *
 * Example: studentT(5, 10) is 2.228. Source: the distribution's definition; tables of any text of statistics.
 */
export function studentT(alphaPct: number, df: number): number {
  let [low, high] = [0, 1];
  while (twoSidedP(high, df) > alphaPct / 100 && high < 1e9) high *= 2;
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2;
    if (twoSidedP(middle, df) > alphaPct / 100) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
