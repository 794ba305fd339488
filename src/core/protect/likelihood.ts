import { LIKELIHOODS, type Likelihood } from "../guides/threat-words";

/**
 * Chance that a threat passes its threshold, by its likelihood in words; for sums of what it may cost. An assumption: nobody keeps
 * statistics of one field.
 */
export const CHANCES: Record<Likelihood, number> = { unlikely: 0.1, possible: 0.3, likely: 0.6, expected: 0.85 };

/**
 * A likelihood in words, so many steps up or down from the usual one.
 *
 * Example: "possible" and two steps up is "expected"; "unlikely" and one down stays "unlikely".
 */
export const likelihoodAfter = (usual: Likelihood, steps: number): Likelihood =>
  LIKELIHOODS[Math.max(0, Math.min(LIKELIHOODS.length - 1, LIKELIHOODS.indexOf(usual) + steps))] as Likelihood;
