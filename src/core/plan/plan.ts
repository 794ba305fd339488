/** The shape of a drafted plan: what draftPlan computes and all views, documents and feeds read. */

import type { IsoDate } from "../dates";
import type { FertiliserDose } from "../feed/straight-fertilisers";
import type { Figure } from "../figure";
import type { SystemPass } from "../ground/systems";
import type { ResolvedGuide } from "../guides/resolve-guide";
import type { SheetId } from "../guides/schema";
import type { StageDate } from "../phenology/stage-dates";
import type { FieldError } from "../result";
import type { Conflict, SeasonWindow, Wait } from "../season/solve-season";
import type { NutrientReading } from "../soil/interpret-soil-test";

export interface PlannedPass extends SystemPass {
  fuelLPerHa: number;
  hoursPerHa: number;
  draftKnPerM: number | null;
  /** minor money units */
  costPerHa: number;
}

export interface SystemSummary {
  id: string;
  name: string;
  fit: "default" | "suits" | "harms";
  why: string;
  fuelLPerHa: number;
  hoursPerHa: number;
  costPerHa: number;
  coverPct: number;
  deepestCm: number;
  passes: PlannedPass[];
}

export interface OperationInput {
  kind: "seed" | "fertiliser" | "lime" | "manure";
  id: string;
  name: string;
  unit: "kg" | "t" | "units";
  perHa: number;
  quantity: number;
  bags: number | null;
  bagKg: number | null;
}

export interface Operation {
  id: string;
  sheet: SheetId;
  name: string;
  /** short name for the ribbon */
  mark: string;
  detail: string;
  reason: string;
  date: IsoDate | null;
  earliest: IsoDate | null;
  latest: IsoDate | null;
  /** stage or anchor it is tied to, in words */
  tiedTo: string;
  doneOn: IsoDate | null;
  held: boolean;
  inConflict: boolean;
  overdueDays: number;
  inputs: OperationInput[];
  hoursPerHa: number;
  fuelLPerHa: number;
  costPerHa: number;
  cautions: { topic: string; text: string }[];
  /** true while the sheet is planned by days and stage only */
  byDaysAndStage: boolean;
}

export interface SplitLine {
  id: string;
  name: string;
  sharePct: number;
  nKgPerHa: number;
  productId: string | null;
  conditional: string | null;
}

export interface InputLine extends OperationInput {
  pricePerUnit: number;
  cost: number;
}

export interface SeedSheet {
  by: "seed" | "unit";
  lotId: string | null;
  variety: string;
  targetPlantsPerM2: number;
  adjustments: { id: string; situation: string; changePct: number; on: boolean; why: string }[];
  seedsPerM2: number | null;
  kgPerHa: number;
  /** plants that the handbook rate would give, or that this rate gives in the handbook school */
  plantsFromHandbook: number | null;
  orderKg: number;
  bags: number | null;
  rowSpacingCm: number | null;
  inRowSpacingCm: number | null;
  drillCheck: { gPerCoulter: number; gInAll: number; coulters: number; runM: number } | null;
  reconciliation: { consistent: boolean; messages: string[] } | null;
  nurseryM2PerHa: number | null;
  depthCm: number;
}

export interface FeedSheet {
  need: Nutrients;
  supplied: Nutrients;
  manure: Omit<Nutrients, "s">;
  splits: SplitLine[];
  doses: (FertiliserDose & { name: string; bags: number; cost: number })[];
  patternId: string;
}
export interface Nutrients {
  n: number;
  p2o5: number;
  k2o: number;
  s: number;
}

export interface MoneySheet {
  costBySheet: Partial<Record<SheetId, number>>;
  costPerHa: number;
  outputPerHa: number | null;
  marginPerHa: number | null;
  pricePerT: number | null;
  breakEvenTPerHa: number | null;
  breakEvenPricePerT: number | null;
}

export interface Plan {
  /** the guide, with the kind, planting method and product that were chosen of it */
  crop: ResolvedGuide;
  season: number;
  areaHa: number;
  targetTPerHa: number;
  figures: Record<string, Figure>;
  /** figures that are shown but not issued, by id */
  asides: Record<string, Figure>;
  ground: { chosen: SystemSummary; compared: SystemSummary; all: SystemSummary[] };
  soil: {
    readings: NutrientReading[];
    testAgeDays: number | null;
    limeTPerHa: number;
    limeThisSeasonTPerHa: number;
    limeProductId: string | null;
    limeLeadDays: number;
    targetPh: number;
  };
  seed: SeedSheet;
  feed: FeedSheet;
  money: MoneySheet;
  stages: {
    id: string;
    name: string;
    bbch: number;
    date: IsoDate;
    cover: number;
    rootCm: number;
    /** what one looks for in the field */
    look: string;
    /** reached by then in one simulated season of ten, and in nine */
    early: IsoDate;
    late: IsoDate;
    basis: StageDate["basis"];
  }[];
  plantingDate: IsoDate | null;
  harvestDate: IsoDate | null;
  operations: Operation[];
  inputs: InputLine[];
  waits: Wait[];
  windows: SeasonWindow[];
  conflicts: Conflict[];
  broken: { id: string; byDays: number }[];
  /** input that could not be used: the plan stands on defaults there */
  problems: { sheet: SheetId; errors: FieldError[] }[];
}
