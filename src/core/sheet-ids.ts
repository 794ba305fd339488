/** The nine sheets of a plan in their working order, and what they are called. */
export const SHEETS = ["ground", "soil", "seed", "feed", "water", "protect", "harvest", "keep", "money"] as const;
export type SheetId = (typeof SHEETS)[number];

export const SHEET_NAMES: Record<SheetId, string> = {
  ground: "Ground",
  soil: "Soil",
  seed: "Seed",
  feed: "Feed",
  water: "Water",
  protect: "Protect",
  harvest: "Harvest",
  keep: "Keep",
  money: "Money",
};
