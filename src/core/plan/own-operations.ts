/** Ids of the operations that plans make themselves; those of tasks and passes stand in guides and tillage systems. */
export const OWN = {
  plant: "planting",
  nursery: "nursery",
  harvest: "harvest",
  lastPicking: "last-picking",
  lime: "lime",
  gypsum: "gypsum",
  manure: "manure",
  base: "base-feed",
  hivesIn: "hives-in",
  hivesOut: "hives-out",
} as const;

/** The event that the field is free: no operation of this plan, but its dates hang on it. */
export const PREVIOUS_OFF = "previousHarvest";

/** Days before an anchor that stand for "at any time before". */
export const ANY_TIME_BEFORE = -400;
