/** Words of threats that pages need without the schema of guides. */

/** Ways of doing something about a threat, in the order in which they are thought of. */
export const OPTION_KINDS = ["prevent", "cultivate", "physical", "biological", "chemical"] as const;
export type OptionKind = (typeof OPTION_KINDS)[number];

/** How likely a threat is, in words, the least first. */
export const LIKELIHOODS = ["unlikely", "possible", "likely", "expected"] as const;
export type Likelihood = (typeof LIKELIHOODS)[number];
