/** Salt, sodium, chloride and nitrate that come with water. */

export interface WaterAnalysis {
  /** conductivity [dS/m] */
  ecDsM?: number | null | undefined;
  /** sodium adsorption ratio */
  sar?: number | null | undefined;
  chlorideMgL?: number | null | undefined;
  /** as nitrate, not as nitrogen */
  nitrateMgL?: number | null | undefined;
}
export const ANALYSED = ["ecDsM", "sar", "chlorideMgL", "nitrateMgL"] as const satisfies (keyof WaterAnalysis)[];

/** Nitrogen in nitrate, by molar mass: 14.007 / 62.004. */
const N_IN_NITRATE = 0.2259;

/**
 * Two waters put together by volume. Salts add up by their parts; sodium's ratio does not, and is taken between the two by
 * the square of what each brings (assumption, right where calcium and magnesium are alike). What one of them lacks is unknown.
 *
 * Example: 70 % of 0.4 and 30 % of 3.0 dS/m: 1.18 dS/m.
 */
export function blendWater(one: WaterAnalysis, other: WaterAnalysis, otherPct: number): WaterAnalysis {
  const share = otherPct / 100;
  return Object.fromEntries(
    ANALYSED.map((key) => {
      const [a, b] = [one[key], other[key]];
      return [key, a == null || b == null ? (share === 0 ? a : share === 1 ? b : null) : a * (1 - share) + b * share];
    }),
  );
}

/** Nitrogen that water brings [kg/ha]: mm x 10 m3/ha x mg/L. Example: 200 mm with 50 mg/L of nitrate: 22.6 kg. */
export function nitrogenInWater(grossMm: number, nitrateMgL: number): number {
  return (grossMm * 10 * nitrateMgL * N_IN_NITRATE) / 1000;
}
