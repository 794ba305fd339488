/** What lies on the ground and keeps water in it. */

export const MULCH_KINDS = ["none", "straw", "film"] as const;
export type MulchKind = (typeof MULCH_KINDS)[number];
export interface Mulch {
  kind: MulchKind;
  /** of straw, leaves or cut grass [cm] */
  depthCm?: number | undefined;
  /** of the ground that film covers [%] */
  coverPct?: number | undefined;
}

/** Straw that lies so deep hides all of the ground [cm]; assumption. */
const HIDES_CM = 5;
/** Evaporation that full cover keeps back: half under straw (5 % for each 10 % covered), 65 % under film; FAO-56, chapter 10. */
const KEPT_BACK: Record<MulchKind, number> = { none: 0, straw: 0.5, film: 0.65 };
/** Part of a full crop's coefficient that is evaporation: the difference of FAO-56's single and basal coefficients. */
export const EVAPORATION_AT_FULL = 0.05;

/** Share of the soil's evaporation that mulch keeps back. Example: 2.5 cm of straw hide half the ground: 0.25. */
export function evaporationKept({ kind, depthCm = HIDES_CM, coverPct = 100 }: Mulch): number {
  const hidden = kind === "film" ? coverPct / 100 : Math.min(1, depthCm / HIDES_CM);
  return KEPT_BACK[kind] * hidden;
}

/**
 * A crop coefficient under mulch: its evaporating part, all of the initial coefficient and 0.05 at full cover, is less by what
 * is kept back. `cover` 0 to 1 is how far the canopy has come.
 *
 * Example: 0.7 on bare ground under a full layer of straw: 0.35; 1.0 at full cover: 0.975.
 */
export function kcUnderMulch(kc: number, initial: number, cover: number, kept: number): number {
  const evaporating = initial + (EVAPORATION_AT_FULL - initial) * Math.min(1, Math.max(0, cover));
  return kc - Math.min(kc, evaporating) * kept;
}
