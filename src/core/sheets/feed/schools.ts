/** How a nitrogen rate is found: the first is the default, because it answers to this field's target and soil. */
export const NITROGEN_SCHOOLS = ["balance", "fixedRate", "targetYieldEquation", "leafColour"] as const;
export type NitrogenSchool = (typeof NITROGEN_SCHOOLS)[number];
