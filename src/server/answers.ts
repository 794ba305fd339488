/** What the answers of the contracts and the sheets of pages hold: plain data, as it goes to the screens. */

import type { IsoDate } from "@/core/dates";
import type { Likelihood } from "@/core/guides/threat-words";
import type { FieldFacts } from "@/core/plan/facts";
import type { Suitability } from "@/core/plan/site-criteria";
import type { Variety } from "@/core/records/inputs/variety";
import type { FieldRecord } from "@/core/records/land/field";
import type { GrownCrop } from "@/core/records/land/grown-crop";
import type { SoilTest } from "@/core/records/land/soil-test";
import type { VarietyComparison, VarietyMean } from "@/core/review/compare-varieties";
import type { OutlookDay } from "@/core/season/outlook";
import type { Decisions } from "@/core/sheets/decisions";
import type { SoilTestScheme } from "@/core/soil/soil-test-schemes";
import type { WeekOperation } from "@/core/views/outline";
import type { OperationShape, PackedSeason } from "@/core/views/pack-season";
import type { Climate } from "@/core/weather/climate";
import type { TableProblem, WeatherMapping } from "@/core/weather/read-weather-table";
import type { ObservedWeather } from "@/core/weather/season-weather";

export type * from "./answers-of-harvest";
export type * from "./answers-of-records";

/** A file of measured weather: what is wrong with it, or its columns (no mapping sent), or what it would or did put in. */
export type WeatherAnswer =
  | { ok: false; problems: TableProblem[]; of: number }
  | { ok: true; step: "columns"; header: string[]; sample: string[][]; lines: number; guess: WeatherMapping }
  | { ok: true; step: "looked"; days: number; gaps: number; from: IsoDate | undefined; to: IsoDate | undefined }
  | ({ ok: true; step: "taken"; gaps: number } & ImportResult);

/** How far the drafting of outlines is. */
export interface OutlineProgress {
  done: number;
  of: number;
  /** when the oldest of those was drafted that are shown while newer ones are made; null where none is */
  shownFrom: string | null;
}

export interface AuditLine {
  at: string;
  person: string;
  action: string;
  entity: string;
  /** leaves that changed, by path, from what to what; null of what is new or gone */
  before: Record<string, unknown> | null;
  after: Record<string, unknown> | null;
}

export interface FeedLine {
  id: string;
  name: string;
  createdAt: string;
  lastReadAt: string | null;
}

export interface FieldLine {
  id: string;
  name: string;
  farm: string;
  grower: string;
  areaHa: number;
  textureClass: string;
  ph: number | null;
  testedOn: IsoDate | null;
  planId: string | null;
  season: number | null;
  guideId: string | null;
  issued: number | null;
  logged: number;
  /** plantings of that season, the one of the plan among them */
  plantings: number;
}

/** One draft of a planting's plan. */
export interface PlantingDraft {
  id: string;
  /** 1 to 4 */
  draft: number;
  /** the one that season, week and issue go by */
  chosen: boolean;
  season: number;
  guideId: string;
  /** last issued version */
  issued: number | null;
}

/** A draft with what one compares drafts by; null what could not be drafted, with the reason. */
export interface DraftLine extends PlantingDraft {
  crop: string;
  targetTPerHa: number | null;
  planting: IsoDate | null;
  harvest: IsoDate | null;
  /** in the currency, a hectare */
  costPerHa: number | null;
  marginPerHa: number | null;
  /** findings that stop an issue */
  stops: number | null;
  problem: string | null;
}

/** A crop on a field or a part of it. */
export interface PlantingLine {
  id: string;
  season: number;
  /** empty where it has the whole field */
  part: string;
  /** null where it has the whole field */
  areaHa: number | null;
  /** the planting of the same ground that it comes after */
  follows: string | null;
  drafts: PlantingDraft[];
}

/** How well a field suits a kind of a crop. */
export type SiteLine = Suitability & { guideId: string; kindId: string; name: string };

/** One threat over the fields of a practice. */
export interface ThreatGroup {
  id: string;
  name: string;
  threshold: string;
  scout: string;
  /** the likeliest first */
  fields: {
    planId: string;
    field: string;
    farm: string;
    from: IsoDate;
    to: IsoDate;
    likelihood: Likelihood;
    why: string[];
    broodOn: IsoDate | null;
  }[];
}

export interface ThreatCalendar {
  season: number | null;
  seasons: number[];
  from: IsoDate;
  to: IsoDate;
  /** plans that the worker drafts again just now */
  waiting: number;
  groups: ThreatGroup[];
}

/** A farm's water of a season over its fields. Money in minor units. */
export interface WaterShares {
  season: number | null;
  seasons: number[];
  farms: { id: string; name: string }[];
  farmId: string;
  /** what the plans ask for, and what there is */
  askedM3: number;
  volumeM3: number;
  /** what the next cubic metre would earn; null where nothing is shared */
  marginalPerM3: number | null;
  /** irrigated fields that are left out: they cannot be drafted, or have no station */
  aside: string[];
  /** plans that the worker drafts again just now */
  waiting: number;
  problem: string | null;
  fields: {
    planId: string;
    field: string;
    farm: string;
    crop: string;
    areaHa: number;
    askedM3: number;
    netMm: number;
    volumeM3: number;
    value: number;
    /** against all the water that it could use */
    lost: number;
    yieldPct: number;
    dry: { name: string; days: number }[];
    priced: boolean;
  }[];
}

/** Varieties of a kind of a crop, compared, with what their lists say. */
/** What lists and trials say of the varieties of one kind. */
export interface KnownVarieties {
  varieties: Variety[];
  groups: VarietyComparison[];
}
export interface VarietyTable {
  crop: string;
  groups: (Omit<VarietyComparison, "means"> & {
    means: (VarietyMean & Pick<Variety, "days" | "endUse" | "ratings">)[];
  })[];
}

/** Fields that one came of, and that it became, with the day. */
export interface FieldDescent {
  from: { id: string; name: string; day: IsoDate }[];
  into: { id: string; name: string; day: IsoDate }[];
}

export interface FieldSheet {
  descent: FieldDescent;
  /** others of its farm that it can be merged with */
  beside: { id: string; name: string; areaHa: number }[];
  /** every kind of every crop, the best first, for the season that is planned next */
  suits: SiteLine[];
  /** what a new plan begins with: the stock that was bought last, else the crop that suits best */
  start: { guideId: string; kindId: string } | null;
  /** by crop, the kind that suits best here, and the season that it can next be sown for; the stock at hand goes before */
  startKinds: Record<string, { kindId: string; season: number }>;
  field: FieldFacts &
    Pick<FieldRecord, "waterDistanceM" | "shadePct" | "obstacles" | "grazed" | "openWaterM" | "housesM" | "note"> & {
      grower: string;
      farmId: string;
      boundary: unknown;
      labourPerH: number | null;
      /** no longer worked: offered for no new plan */
      retired: boolean;
    };
  soilTests: (SoilTest & { id: string })[];
  /** schemes that these tests are read by */
  schemes: SoilTestScheme[];
  history: (GrownCrop & { id: string })[];
  plantings: PlantingLine[];
  climate: Climate | null;
  stationId: string | null;
}

/** One field in the season's list; its outline is unpacked on the page. */
export type PackedRow = [
  planId: string,
  field: string,
  farmId: string,
  farm: string,
  grower: string,
  areaHa: number,
  version: number | null,
  logged: number,
  /** position of its shape in the answer */
  shape: number,
  season: PackedSeason,
];

export interface PackedRows {
  shapes: OperationShape[];
  rows: PackedRow[];
}

export interface FarmCapacity {
  id: string;
  farm: string;
  tractors: number;
  harvesters: number;
  hands: number;
  dayHours: number;
  handWork: boolean;
  contractor: boolean;
  /** workable days of each week to reckon with, from `firstWeek` on */
  days: number[];
}

export interface SeasonSheet {
  season: number;
  seasons: number[];
  farms: FarmCapacity[];
  firstWeek: IsoDate;
  /** rows that are fetched behind the page, for the room that they take */
  plans: number;
  /** plans whose outline is not drafted yet */
  waiting: number;
  broken: BrokenLine[];
}

/** A plan that cannot be drafted as it stands. */
export interface BrokenLine {
  planId: string;
  field: string;
  reason: string;
}

export interface RepairResult {
  /** which decisions stand now; null where the plan could be drafted all along */
  backTo: string | null;
}

export interface StationLine {
  id: string;
  name: string;
  latitudeDeg: number;
  altitudeM: number;
  farms: string[];
  measuredFrom: IsoDate | null;
  measuredTo: IsoDate | null;
  measuredDays: number;
}

export interface StationSheet {
  station: StationLine;
  climate: Climate;
  imports: {
    fileName: string;
    days: number;
    newDays: number;
    changedDays: number;
    from: IsoDate;
    to: IsoDate;
    by: string;
    at: string;
  }[];
  /** the last measured year, at most */
  observed: ObservedWeather | null;
}

export interface FarmStation {
  id: string;
  name: string;
  stationId: string | null;
}

export interface ImportResult {
  days: number;
  newDays: number;
  changedDays: number;
  unchangedDays: number;
  from: IsoDate;
  to: IsoDate;
}

export interface DueOperation extends WeekOperation {
  planId: string;
  version: number;
  issuedDate: IsoDate | null;
  field: string;
  farm: string;
  areaHa: number;
  crop: string;
}

/** A field by name, to be found by. */
export interface FieldName {
  fieldId: string;
  /** its newest plan */
  planId: string | null;
  name: string;
  farm: string;
}
/** The same with all its plans, the newest season first. */
export interface FoundField extends FieldName {
  plans: { id: string; season: number; crop: string }[];
}

/** The outlook of farms on the same soil at the same station. */
export interface FarmOutlook {
  farms: string[];
  station: string;
  soil: string;
  days: OutlookDay[];
  /** the last day that was measured there; null where nothing was */
  measuredTo: IsoDate | null;
}

/** A threat that finds the weather it waits for in the coming days. */
export interface OutlookRisk {
  farm: string;
  threat: string;
  rule: string;
  days: IsoDate[];
  fields: string[];
}

export interface WeekSheet {
  due: DueOperation[];
  /** plans that are issued, for their cards */
  plans: { planId: string; version: number; field: string }[];
  outlooks: FarmOutlook[];
  waiting: number;
  broken: BrokenLine[];
}

export interface VersionLine {
  number: number;
  issuedAt: string;
  issuedBy: string;
  /** it came with a file that another installation made, or that was changed */
  elsewhere: boolean;
}

export type SaveResult =
  | { saved: true; revision: number }
  | { saved: false; revision: number; decisions: Decisions; updatedBy: string; updatedAt: string };

export interface MoveResult {
  planId: string;
  operationId: string;
  /** null when it was moved, else why not */
  refused: string | null;
}

export type OutlineBasis = "draft" | "issued";
