import type { Suitability } from "../plan/site-criteria";

/** What the site lets expect of a plan, and what limits it. */
export interface SitePart extends Suitability {
  /** pH after this plan's lime has acted, which the criteria count; null where none is spread */
  limedPh: number | null;
  /** share of the typical yield that the lowest criterion lets expect */
  yieldShare: number;
  expectedTPerHa: number;
}
