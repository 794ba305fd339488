/** Sheet 3: the stand aimed for, the stock that gives it, what to order and how to check it. */

export interface StockPlan {
  /** counted grains by mass, or units one by one */
  by: "seed" | "unit";
  /** mass that lies in the ground of a hectare; null where seedlings are set */
  plantedKgPerHa: number | null;
  /** seed that is sown, in the field or in a nursery, for a hectare; null for what is planted by unit */
  sownKgPerHa: number | null;
  /** mass that is bought for a hectare, with reserve and what is not usable */
  boughtKgPerHa: number;
  /** for the whole field */
  orderKg: number;
  bags: number | null;
  /** seeds or units to a square metre */
  unitsPerM2: number | null;
  inRowSpacingCm: number | null;
  /** plants that the handbook rate would give, or that this rate gives in the handbook school */
  plantsFromHandbook: number | null;
  drillCheck: { gPerCoulter: number; gInAll: number; coulters: number; runM: number } | null;
  reconciliation: { consistent: boolean; messages: string[] } | null;
  nurseryM2PerHa: number | null;
}

export interface SeedPart extends StockPlan {
  lotId: string | null;
  variety: string;
  targetPlantsPerM2: number;
  adjustments: { id: string; situation: string; changePct: number; on: boolean; why: string }[];
  rowSpacingCm: number | null;
  reservePct: number;
  depthCm: number;
}
