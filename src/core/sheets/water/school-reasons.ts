import type { WaterSchoolId } from "./schools";

/** Why one waters by a school; apart from their names, which every plan carries. */
export const WATER_SCHOOL_REASONS: Record<WaterSchoolId, string> = {
  balance: "the default: gives when the readily available water is used up, so that neither water nor yield is lost",
  interval: "turns of a canal or of a reel are kept; easy to promise, blind to rain",
  weekly: "a rule of thumb that needs a rain gauge and no balance",
  days: "the custom of a region, for those who count days and cannot measure; blind to rain and heat",
  stages: "where water is dear or short: once at each stage that suffers most",
  none: "the rain alone",
};
