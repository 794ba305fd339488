import type { Suitability } from "../plan/site-criteria";

/** How the site suits a plan's crop, and what limits it. */
export interface SitePart extends Suitability {
  /** pH after this plan's lime has acted, which the criteria count; null where none is spread */
  limedPh: number | null;
}
