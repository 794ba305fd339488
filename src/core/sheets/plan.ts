/** The shape of a drafted plan: what draftPlan computes and all views, documents and feeds read. */

import type { IsoDate } from "../dates";
import type { Figure } from "../figure/figure";
import type { ResolvedGuide } from "../guides/resolve-guide";
import type { StageDate } from "../phenology/stage-dates";
import type { PlanWait, PlanWindow } from "../plan/dates";
import type { AsideId, FigureId } from "../plan/figure-ids";
import type { InputLine, Operation } from "../plan/operation";
import type { FieldError } from "../result";
import type { Conflict } from "../season/solve-season";
import type { SheetId } from "../sheet-ids";
import type { FeedPart } from "./feed/part";
import type { GroundPart } from "./ground/part";
import type { HarvestPart } from "./harvest/part";
import type { KeepPart } from "./keep/part";
import type { MoneyPart } from "./money/part";
import type { ProtectPart } from "./protect/part";
import type { RehearsalPart } from "./rehearsed/part";
import type { SeedPart } from "./seed/part";
import type { SitePart } from "./site-part";
import type { SoilPart } from "./soil/part";
import type { WaterPart } from "./water/part";

/** What the sheets compute, by sheet; a sheet that computes nothing yet has no part. */
export interface PlanParts {
  ground: GroundPart;
  soil: SoilPart;
  site: SitePart;
  seed: SeedPart;
  feed: FeedPart;
  water: WaterPart;
  protect: ProtectPart;
  harvest: HarvestPart;
  keep: KeepPart;
  money: MoneyPart;
}

interface PlanStage {
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
}

export interface Plan extends PlanParts {
  /** the guide, with the kind, planting method and product that were chosen of it */
  crop: ResolvedGuide;
  season: number;
  areaHa: number;
  targetTPerHa: number;
  figures: Partial<Record<FigureId, Figure>>;
  /** figures that are shown but not issued, by id */
  asides: Partial<Record<AsideId, Figure>>;
  stages: PlanStage[];
  plantingDate: IsoDate | null;
  harvestDate: IsoDate | null;
  operations: Operation[];
  /** what its seasons let expect */
  rehearsal: RehearsalPart;
  inputs: InputLine[];
  waits: PlanWait[];
  windows: PlanWindow[];
  conflicts: Conflict[];
  broken: { id: string; byDays: number }[];
  /** input that could not be used: the plan stands on defaults there */
  problems: { sheet: SheetId; errors: FieldError[] }[];
}
