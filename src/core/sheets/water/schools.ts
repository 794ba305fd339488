import type { WaterSchoolId } from "./decisions";

/** Schools of when water is given; the first is the default. */
export const WATER_SCHOOLS: Record<WaterSchoolId, { name: string; why: string }> = {
  balance: {
    name: "When the crop lacks it",
    why: "the default: gives when the readily available water is used up, so that neither water nor yield is lost",
  },
  interval: {
    name: "At a fixed interval",
    why: "turns of a canal or of a reel are kept; easy to promise, blind to rain",
  },
  weekly: { name: "So much a week, less rain", why: "a rule of thumb that needs a rain gauge and no balance" },
  stages: {
    name: "At the critical stages only",
    why: "where water is dear or short: once at each stage that suffers most",
  },
  none: { name: "Not at all", why: "the rain alone" },
};
