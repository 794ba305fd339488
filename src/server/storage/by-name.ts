/** Order of names as people expect it; one collator for thousands of comparisons. */
export const byName = new Intl.Collator("en").compare;
