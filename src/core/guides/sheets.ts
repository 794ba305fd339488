/** The nine sheets of a plan in their working order. */
export const SHEETS = ["ground", "soil", "seed", "feed", "water", "protect", "harvest", "keep", "money"] as const;
export type SheetId = (typeof SHEETS)[number];
