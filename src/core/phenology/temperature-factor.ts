/** Photosynthetically active share of solar radiation; usual figure. */
export const PAR_SHARE = 0.5;

/**
 * Share of full growth at a temperature: from none at the base to all half way to the optimum (leaf growth saturates
 * before development does), falling to none between the optimum and the ceiling. Shape after the trapezoids usual in crop
 * models; assumption.
 *
 * Example: base 0, optimum 24, ceiling 34: 6 C gives 0.5, 12 to 24 C give 1, 29 C gives 0.5.
 */
export function temperatureFactor(
  meanC: number,
  { baseC, optimumC, ceilingC }: { baseC: number; optimumC: number; ceilingC: number },
): number {
  if (meanC <= baseC || meanC >= ceilingC) return 0;
  const full = (baseC + optimumC) / 2;
  if (meanC < full) return (meanC - baseC) / (full - baseC);
  return meanC <= optimumC ? 1 : (ceilingC - meanC) / (ceilingC - optimumC);
}
