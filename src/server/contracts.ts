/**
 * The shapes of every request and answer between the screens and the server, once: the routes read requests by the
 * schemas, the client that the screens send with knows the types only, so that no schema is bundled into a page for it.
 */

import { z } from "zod";
import type { IsoDate } from "@/core/dates";
import type { Guide } from "@/core/guides/schema";
import type { FieldFacts } from "@/core/plan/facts";
import type { Suitability } from "@/core/plan/site-criteria";
import type { GrownCrop } from "@/core/records/grown-crop";
import { logEntryRecord } from "@/core/records/log-entry";
import { minor } from "@/core/records/parts";
import type { SoilTest } from "@/core/records/soil-test";
import { stageSeenRecord } from "@/core/records/stage-seen";
import type { OutlookDay } from "@/core/season/outlook";
import type { Decisions } from "@/core/sheets/decisions";
import { anyDecisionsSchema } from "@/core/sheets/decisions-schema";
import type { OperationShape, PackedSeason, WeekOperation } from "@/core/sheets/outline";
import type { Climate } from "@/core/weather/climate";
import { type TableProblem, WEATHER_COLUMNS, type WeatherMapping } from "@/core/weather/read-weather-table";
import type { ObservedWeather } from "@/core/weather/season-weather";

const column = z.number().int().min(0).max(500).nullable();
const revision = z.number().int().positive();

/** A part of a field that a planting has. */
const partOfField = z.strictObject({
  name: z.string().trim().min(1).max(60),
  /** to a square metre */
  areaHa: z.number().min(0.0001).lt(10_000),
});

/** Working dates that plans can be drafted for. */
const workingDate = z.iso
  .date()
  .refine((date) => date >= "1990-01-01" && date <= "2099-12-31", "allowed is 1990-01-01 to 2099-12-31");
const key = z.string().min(1).max(80);
/** A value and what it was changed from; null where none stood. */
const changed = <V extends z.ZodType>(value: V) => z.strictObject({ from: value.nullable(), to: value });

/** What is sent, by method and path: the body of a POST or PUT. A call that is not listed sends none. */
export const BODIES = {
  "PUT /api/plantings/{id}": z.strictObject({ part: partOfField.nullable() }),
  "POST /api/plans": z.strictObject({
    fieldId: z.uuid(),
    season: z.number().int().min(1900).max(2200),
    guideId: z.string().min(1).max(60),
    /** a part of the field; absent: the whole */
    part: partOfField.optional(),
    /** the planting of the same ground that it comes after */
    follows: z.uuid().optional(),
  }),
  "PUT /api/plans/{id}": z.strictObject({ revision, decisions: anyDecisionsSchema }),
  "POST /api/plans/{id}/issue": z.strictObject({ revision }),
  "POST /api/log": logEntryRecord,
  "POST /api/stages": stageSeenRecord,
  "POST /api/moves": z.strictObject({
    moves: z
      .array(z.strictObject({ planId: z.uuid(), operationId: z.string().min(1).max(80), date: z.iso.date() }))
      .min(1)
      .max(200),
  }),
  "PUT /api/farms": z.strictObject({ farmId: z.uuid(), stationId: z.uuid() }),
  "POST /api/feeds": z.strictObject({ name: z.string().trim().min(1).max(80) }),
  /** only what was changed, each with the value that it was changed from: what somebody else changed meanwhile stays */
  "PUT /api/settings": z.strictObject({
    unitSet: changed(z.enum(["metric", "usCustomary", "imperial", "southAsian"])).optional(),
    decimalMark: changed(z.enum(["point", "comma"])).optional(),
    asOf: changed(workingDate.nullable()).optional(),
    prices: z
      .strictObject({
        dieselPerL: changed(minor),
        labourPerH: changed(minor),
        otherMachinePerH: changed(minor),
        dryingPerTPoint: changed(minor),
        machinePerH: z.record(key, changed(minor)),
        contractPerHa: z.record(key, changed(minor)),
        /** by "guide.product" */
        cropPerT: z.record(key, changed(minor)),
      })
      .partial()
      .optional(),
    /** a price per tonne by product */
    fertilisers: z.record(key, changed(minor)).optional(),
  }),
  "POST /api/stations/{id}/weather": z.strictObject({
    fileName: z.string().min(1).max(300),
    base64: z.string().max(4_200_000),
    mapping: z
      .strictObject({
        columns: z.strictObject(
          Object.fromEntries(WEATHER_COLUMNS.map((c) => [c, column])) as Record<
            (typeof WEATHER_COLUMNS)[number],
            typeof column
          >,
        ),
        dateOrder: z.enum(["yearMonthDay", "dayMonthYear", "monthDayYear"]),
        temperature: z.enum(["C", "F"]),
        rain: z.enum(["mm", "in"]),
        wind: z.enum(["m/s", "km/h", "mph"]),
        decimal: z.enum(["point", "comma"]),
        missing: z.array(z.string().max(20)).max(10),
        allowGaps: z.boolean(),
      })
      .optional(),
    replace: z.boolean().default(false),
    /** only look, put nothing in */
    look: z.boolean().default(false),
  }),
};

/** What comes back, by method and path. */
export interface Answers {
  "GET /api/fields": { fields: FieldName[] };
  /** suitability of every field for one kind of a crop, by the field's id */
  "GET /api/site": { fields: Record<string, SiteLine> };
  "GET /api/guides": { guides: Guide[] };
  "GET /api/guides/{id}": { guide: Guide };
  "PUT /api/plantings/{id}": Done;
  "POST /api/plans": { id: string };
  "PUT /api/plans/{id}": SaveResult;
  "GET /api/plans/{id}/drafts": { drafts: DraftLine[] };
  "POST /api/plans/{id}/drafts": { id: string };
  "POST /api/plans/{id}/choice": Done;
  "POST /api/plans/{id}/issue": { number: number };
  "POST /api/plans/{id}/repair": RepairResult;
  "POST /api/log": Done;
  "DELETE /api/log": Done;
  "POST /api/stages": Done;
  "DELETE /api/stages": Done;
  "POST /api/moves": { results: MoveResult[] };
  "PUT /api/farms": Done;
  "GET /api/feeds": { feeds: FeedLine[] };
  "POST /api/feeds": { path: string };
  "DELETE /api/feeds": Done;
  "PUT /api/settings": Done;
  "POST /api/stations/{id}/weather": WeatherAnswer;
  "GET /api/season": PackedRows;
  "GET /api/outlines": OutlineProgress;
}
export type Call = keyof Answers;
/** What a call sends; never where it sends nothing. */
export type Sent<C extends Call> = C extends keyof typeof BODIES ? z.input<(typeof BODIES)[C]> : undefined;
/** What the route has of it after its schema. */
export type Received<C extends Call> = C extends keyof typeof BODIES ? z.output<(typeof BODIES)[C]> : undefined;

/** Why something was refused. */
export interface Refusal {
  error: string;
  errors?: { field: string; message: string }[];
}
export interface Done {
  ok: true;
}

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
  field: FieldFacts & { grower: string; note: string; boundary: unknown; labourPerH: number | null };
  soilTests: (SoilTest & { id: string })[];
  history: GrownCrop[];
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
