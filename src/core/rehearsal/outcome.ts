/** What a walk of one season writes. */

/** What holds a yield back, in the order in which it is taken off. */
export const LIMITS = [
  "warmth",
  "stand",
  "water",
  "nitrogen",
  "coldSeedbed",
  "early",
  "frost",
  "heat",
  "lateHarvest",
  "site",
  "threats",
  "unripe",
] as const;
export type Limit = (typeof LIMITS)[number];
export const LIMIT_NAMES: Record<Limit, string> = {
  warmth: "temperature",
  stand: "stand",
  water: "water",
  nitrogen: "nitrogen",
  coldSeedbed: "cold seedbed",
  early: "early sowing",
  frost: "frost at a sensitive stage",
  heat: "heat at a sensitive stage",
  lateHarvest: "wet harvest",
  site: "site",
  threats: "pests, weeds or disease found",
  unripe: "not ripe in time",
};

/**
 * Places of the numbers: yields and losses [t/ha of what is sold], days after the weather's first, water [mm], nitrogen [kg/ha]. The reference
 * is what light alone would allow this canopy; what drains and leaches goes below the deepest roots.
 */
export const OUT = {
  yield: 0,
  reference: 1,
  ripeDay: 2,
  harvestDay: 3,
  /** dry matter above ground at the end, and when the crop needs no more nitrogen [t/ha] */
  biomass: 4,
  needBiomass: 5,
  rainMm: 6,
  irrigationMm: 7,
  spilledMm: 8,
  drainedMm: 9,
  usedMm: 10,
  missingMm: 11,
  /** of the crop, from emergence on */
  etcMm: 12,
  etaMm: 13,
  stressDays: 14,
  givenN: 15,
  fixedN: 16,
  heldN: 17,
  leftN: 18,
  leachedN: 19,
  /** of that since planting */
  leachedUnderN: 20,
  lostN: 21,
  setFreeBeforeN: 22,
  setFreeN: 23,
  /** share of growth that water allowed in each of three phases: heads, grains, filling */
  wet: 24,
  losses: 27,
} as const;
export const OUT_SIZE = OUT.losses + LIMITS.length;

/** What happens each day, where somebody asks. */
export interface RehearsalDay {
  day: number;
  stage: number;
  cover: number;
  rootM: number;
  kc: number;
  irrigationMm: number;
  drainageMm: number;
  ks: number;
  etaMm: number;
  depletionMm: number;
  nitrateKg: number;
  leachedKg: number;
  nitrogenFactor: number;
  biomassT: number;
  heldKg: number;
}
