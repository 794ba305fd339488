/**
 * How a nitrogen rate is found. The first that can be asked is the default: the seasons, because they know this soil, its water, the days on
 * which nitrogen comes and what it costs; the balance, which answers to target and soil, where there are no seasons or no prices.
 */
export const NITROGEN_SCHOOLS = ["rehearsed", "balance", "fixedRate", "targetYieldEquation", "leafColour"] as const;
export type NitrogenSchool = (typeof NITROGEN_SCHOOLS)[number];
