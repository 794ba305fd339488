/** When water is given: see draft.ts for what each school does. */
export const WATER_SCHOOL_IDS = ["balance", "interval", "weekly", "days", "stages", "none"] as const;
export type WaterSchoolId = (typeof WATER_SCHOOL_IDS)[number];
/** What an interval goes by. */
export const INTERVALS = ["days", "month", "heat"] as const;
export type IntervalBy = (typeof INTERVALS)[number];

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
  days: {
    name: "On the guide's days after planting",
    why: "the custom of a region, for those who count days and cannot measure; blind to rain and heat",
  },
  stages: {
    name: "At the critical stages only",
    why: "where water is dear or short: once at each stage that suffers most",
  },
  none: { name: "Not at all", why: "the rain alone" },
};
