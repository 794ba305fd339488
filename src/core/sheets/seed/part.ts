/** Sheet 3: the stand aimed for, the stock that gives it, what to order and how to check it. */

import type { IsoDate } from "../../dates";

export interface CountedStand {
  day: IsoDate;
  person: string;
  places: number;
  plantsPerM2: number;
  ci95: [low: number, high: number];
  establishmentPct: number;
  /** of the target, 0 and up */
  share: number;
}

/** A lot on its part of the field. */
export interface LotOnField {
  id: string;
  variety: string;
  /** what goes into the ground of a hectare, and what is taken from the heap for it */
  sownKgPerHa: number;
  kgPerHa: number;
  areaHa: number;
  orderKg: number;
  bags: number | null;
  bagKg: number | null;
  pricePerT: number;
  inHandKg: number | null;
}

/** Crops that are sown together. */
export interface MixturePart {
  components: {
    id: string;
    name: string;
    legume: boolean;
    sharePct: number;
    straightKgPerHa: number;
    kgPerHa: number;
    orderKg: number;
    plantsPerM2: number;
    depthCm: [low: number, high: number];
    seedMg: number;
  }[];
  shareSumPct: number;
  /** a depth that suits all, null where there is none; what speaks against one hopper and one pass */
  depthCm: number | null;
  apart: string[];
  /** by shares: protein of the dry matter, and what of it is legumes [%] */
  proteinPct: number;
  legumePct: number;
}

/** One bulb or tuber: what it must weigh for the target, what it usually does here, and how many are in grade. */
export interface SizePart {
  unit: string;
  unitG: number;
  usualG: [low: number, high: number];
  gradePct: number | null;
}

export interface StockPlan {
  /** counted grains by mass, units one by one, or nothing: plants of years ago */
  by: "seed" | "unit" | "standing";
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
  /** of seed set in stations: how many to one, how many are left, and what that comes to */
  stations?: {
    seedsPerStation: number;
    leftPerStation: number;
    plantsPerM2: number;
    thinnedPerHa: number;
  } | null;
  /** plants that the handbook rate would give, or that this rate gives in the handbook school */
  plantsFromHandbook: number | null;
  mixture?: MixturePart | null;
  drillCheck: { gPerCoulter: number; gInAll: number; coulters: number; runM: number } | null;
  /** whether spacing, count and mass agree; what does not, and which figures it is about */
  reconciliation: { consistent: boolean; messages: string[]; figures: string[] } | null;
  nurseryM2PerHa: number | null;
  /** seedlings raised in trays: how many for the field, of how many cells, and what fills them [L] */
  trays?: { count: number; cells: number; substrateL: number } | null;
}

export interface SeedPart extends StockPlan {
  /** as it was counted in the field; null where nobody has */
  stand?: CountedStand | null;
  size?: SizePart | null;
  /** several lots, or one of which there is only so much, each on its part; and where none of them reaches [ha] */
  lots?: LotOnField[];
  shortHa?: number;
  lotId: string | null;
  variety: string;
  targetPlantsPerM2: number;
  adjustments: { id: string; situation: string; changePct: number; on: boolean; why: string }[];
  rowSpacingCm: number | null;
  reservePct: number;
  depthCm: number;
}
