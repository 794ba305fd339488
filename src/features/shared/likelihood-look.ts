import type { Likelihood } from "@/core/guides/threat-words";

/** How a likelihood is written: the surer the louder; the word itself says it too. */
export const LIKELIHOOD_LOOK: Record<Likelihood, string> = {
  unlikely: "text-soft",
  possible: "text-ink",
  likely: "font-semibold text-ink",
  expected: "font-semibold text-advise",
};
