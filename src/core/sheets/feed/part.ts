import type { IsoDate } from "../../dates";
import type { FertiliserDose } from "../../feed/dose-fertilisers";
import type { NitrateFound } from "../../feed/soil-nitrate";
import type { NutrientId } from "../../nutrients";
import type { NitrogenSchool } from "./schools";

export type NutrientTable = Record<NutrientId, number>;

interface Sampled {
  takenOn: IsoDate;
  measured: number;
  depthCm: number;
}
/** What is known of the mineral nitrogen that the crop finds, and what became of it since it was sampled. */
export type MineralN =
  | { use: "not measured"; since: SinceThen | null }
  | (Sampled & { use: "before another crop"; since: SinceThen | null })
  | (Sampled & { use: "lost when flooded" })
  | (Sampled & { use: "measured"; since: SinceThen });

/** What became of what stood in the soil, from a sample or from the crop before on until the crop grows. */
export interface SinceThen extends NitrateFound {
  from: IsoDate;
  until: IsoDate;
  startKgPerHa: number;
}

interface SplitLine {
  id: string;
  name: string;
  sharePct: number;
  nKgPerHa: number;
  productId: string | null;
  conditional: string | null;
}

export interface PlannedDose extends FertiliserDose {
  name: string;
  /** of the whole field */
  /** null where it is sold loose */
  bagKg: number | null;
  /** minor money units a hectare, and a kilogram */
  cost: number;
  pricePerKg: number;
}

/** Sheet 4: what the target needs, what is given, in which splits and products. */
export interface FeedPart {
  need: NutrientTable;
  supplied: NutrientTable;
  manure: NutrientTable;
  splits: SplitLine[];
  doses: PlannedDose[];
  /** the product of each base nutrient with a need; null where the catalogue has none */
  base: { nutrient: NutrientId; productId: string | null }[];
  patternId: string;
  /** by which the nitrogen was found */
  nitrogenBy: NitrogenSchool;
  mineralN: MineralN;
  /** what was too little for a trip of its own: splits put to another, needs that were left out */
  small: { merged: { from: string; to: string; kgPerHa: number }[]; leftOut: NutrientId[] };
}
