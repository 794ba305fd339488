/** When water is given: see draft.ts for what each school does. */
export const WATER_SCHOOL_IDS = ["balance", "interval", "weekly", "days", "stages", "none"] as const;
export type WaterSchoolId = (typeof WATER_SCHOOL_IDS)[number];
/** What an interval goes by. */
export const INTERVALS = ["days", "month", "heat"] as const;
export type IntervalBy = (typeof INTERVALS)[number];

/** The season that irrigations are planned on: the median of the simulated ones, or one that one in five is drier, or wetter, than. */
export const PLANNED_ON = ["median", "dry", "wet"] as const;
export type PlannedOn = (typeof PLANNED_ON)[number];
/** Schools of when water is given; the first is the default. */
export const WATER_SCHOOLS: Record<WaterSchoolId, string> = {
  balance: "On soil water deficit",
  interval: "At a fixed interval",
  weekly: "Fixed weekly amount less rain",
  days: "On the guide's days after planting",
  stages: "At the critical stages only",
  none: "Rain-fed, none",
};

/** Why one waters by a school. */
export const WATER_SCHOOL_REASONS: Record<WaterSchoolId, string> = {
  balance: "the default: gives when the readily available water is used up, so that neither water nor yield is lost",
  interval: "turns of a canal or of a reel are kept; easy to promise, blind to rain",
  weekly: "a rule of thumb that needs a rain gauge and no balance",
  days: "the custom of a region, for those who count days and cannot measure; blind to rain and heat",
  stages: "where water is dear or short: once at each stage that suffers most",
  none: "the rain alone",
};
