/** What the answers of the contracts and the sheets of pages hold: plain data, as it goes to the screens. */

import type { IsoDate } from "@/core/dates";
import type { FieldFacts } from "@/core/plan/facts";
import type { Suitability } from "@/core/plan/site-criteria";
import type { Chosen, KindId, Lists } from "@/core/records/describe";
import type { FieldRecord } from "@/core/records/field";
import type { GrownCrop } from "@/core/records/grown-crop";
import type { Mapping, RowProblem } from "@/core/records/import-table";
import type { SoilTest } from "@/core/records/soil-test";
import type { OutlookDay } from "@/core/season/outlook";
import type { Decisions } from "@/core/sheets/decisions";
import type { OperationShape, PackedSeason, WeekOperation } from "@/core/sheets/outline";
import type { Climate } from "@/core/weather/climate";
import type { TableProblem, WeatherMapping } from "@/core/weather/read-weather-table";
import type { ObservedWeather } from "@/core/weather/season-weather";

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

export interface FieldSheet {
  /** every kind of every crop, the best first, for the season that is planned next */
  suits: SiteLine[];
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

/** The outlook of farms on the same soil at the same station. */
export interface FarmOutlook {
  farms: string[];
  station: string;
  soil: string;
  days: OutlookDay[];
  /** the last day that was measured there; null where nothing was */
  measuredTo: IsoDate | null;
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

/** A record of any kind as it stands. */
export interface RecordRow {
  id: string;
  revision: number;
  retired: boolean;
  /** who changed it last, and when */
  person: string;
  changedAt: string;
  /** links and values, by key */
  values: Record<string, unknown>;
}
/** Records of a kind, and what a form of them needs. */
export interface RecordList {
  rows: RecordRow[];
  /** what each link can lead to, by its key */
  links: Record<string, Chosen[]>;
  lists: Lists;
  mayChange: boolean;
}
/** What came of a change: nothing was altered where somebody else was first, and what stands is told. */
export type RecordChange = { saved: true; revision: number } | { saved: false; stands: RecordRow };
export interface RecordChangeLine {
  at: string;
  person: string;
  action: string;
  /** the leaves that changed, by path; whole where the record is new */
  before: Record<string, unknown> | null;
  after: Record<string, unknown> | null;
}

/** How far a practice has come. */
export interface PracticeSteps {
  /** records in use, by kind */
  counts: Record<KindId, number>;
  plans: number;
  /** plans with an issued version */
  issued: number;
  /** whether some crop has a price */
  priced: boolean;
  /** the field that was changed last */
  field: string | null;
}

export type RoleName = "owner" | "adviser" | "assistant" | "grower";

/** Who belongs to a practice, and who is invited. */
export interface PeopleSheet {
  members: {
    userId: string;
    name: string;
    email: string;
    role: RoleName;
    licenceNo: string | null;
    growerId: string | null;
    grower: string | null;
    /** when something was last noted of them; null where nothing is */
    lastSeen: string | null;
  }[];
  invitations: { id: string; name: string; role: RoleName; grower: string | null; by: string; expiresAt: string }[];
  growers: { id: string; name: string }[];
  /** whoever looks */
  self: string;
}
/** What somebody is invited to. */
export interface InvitationSheet {
  practice: string;
  role: RoleName;
  name: string;
  by: string;
}
export interface SessionLine {
  id: string;
  since: string;
  used: string;
  device: string;
  address: string;
  /** the one that looks */
  own: boolean;
}

/** Changes of the practice, the latest first. */
export interface AuditPage {
  lines: {
    id: number;
    at: string;
    person: string;
    entity: string;
    entityId: string;
    action: string;
    before: Record<string, unknown> | null;
    after: Record<string, unknown> | null;
  }[];
  /** where the lines before these begin; null where there are none */
  more: number | null;
}

/** What a file of records is, and what it would do. */
export interface ImportLook {
  kind: KindId;
  /** whether the kind was guessed from the headings */
  guessed: boolean;
  header: string[];
  sample: string[][];
  rows: number;
  notes: string[];
  mapping: Mapping;
  added: number;
  changed: number;
  /** as they stand already */
  unchanged: number;
  /** the first of them */
  problems: RowProblem[];
  problemCount: number;
  /** some of what would be added or changed */
  some: {
    line: number;
    title: string;
    values: Record<string, unknown>;
    before?: Record<string, unknown>;
  }[];
  links: Record<string, Chosen[]>;
  lists: Lists;
}
export interface ImportLine {
  id: string;
  kind: KindId;
  fileName: string;
  added: number;
  changed: number;
  unchanged: number;
  person: string;
  at: string;
  undone: boolean;
}
