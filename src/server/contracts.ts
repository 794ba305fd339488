/**
 * The shapes of every request and answer between the screens and the server, once: the routes read requests by the
 * schemas, the client that the screens send with knows the types only, so that no schema is bundled into a page for it.
 */

import { z } from "zod";
import type { Guide } from "@/core/guides/schema";
import { KIND_IDS } from "@/core/records/describe";
import { licenceRecord } from "@/core/records/licence-record";
import { logEntryRecord } from "@/core/records/notes/log-entry";
import { rainReadingRecord } from "@/core/records/notes/rain-reading";
import { ripenessLookRecord } from "@/core/records/notes/ripeness-look";
import type { ScoutWalk } from "@/core/records/notes/sampling-plan";
import { scoutPhotoRecord } from "@/core/records/notes/scout-photo";
import { scoutVisitRecord } from "@/core/records/notes/scout-visit";
import { stageSeenRecord } from "@/core/records/notes/stage-seen";
import { areaHa, isoDate, minor, name, season } from "@/core/records/parts";
import { anyDecisionsSchema } from "@/core/sheets/decisions-schema";
import type { PlanSummary } from "@/core/views/compare";
import { WEATHER_COLUMNS } from "@/core/weather/read-weather-table";
import type {
  DraftLine,
  FeedLine,
  FoundField,
  ImportLine,
  ImportLook,
  KnownVarieties,
  MoveResult,
  OutlineProgress,
  OutlookRisk,
  PackedRows,
  PeopleSheet,
  RecordChange,
  RecordChangeLine,
  RecordList,
  RepairResult,
  SaveResult,
  SessionLine,
  SiteLine,
  StoreLookDue,
  WeatherAnswer,
} from "./answers";

export type { KindId } from "@/core/records/describe";
export type * from "./answers";

const column = z.number().int().min(0).max(500).nullable();
const revision = z.number().int().positive();

/** A part of a field that a planting has. */
const partOfField = z.strictObject({
  name: name.max(60),
  areaHa,
});

const key = z.string().min(1).max(80);
/** A value and what it was changed from; null where none stood. */
const changed = <V extends z.ZodType>(value: V) => z.strictObject({ from: value.nullable(), to: value });

/** Who comes new: an account of their own. */
const newPerson = z.strictObject({
  name,
  email: z.email().max(320),
  password: z.string().min(1).max(500),
});
const membership = {
  role: z.enum(["owner", "adviser", "assistant", "grower"]),
  growerId: z.uuid().nullable().default(null),
  /** absent: as it stands, of somebody new none */
  licence: licenceRecord.nullable().optional(),
};

/** Links and values of a record; which ones its kind says, and reads them by. */
const recordValues = z.record(z.string().max(80), z.unknown());

/** What is sent, by method and path: the body of a POST or PUT. A call that is not listed sends none. */
export const BODIES = {
  "PUT /api/plantings/{id}": z.strictObject({ part: partOfField.nullable() }),
  "POST /api/fields/split": z.strictObject({
    fieldId: z.uuid(),
    parts: z
      .array(z.strictObject({ name: name.max(60), areaHa }))
      .min(2)
      .max(8),
    /** where the cuts lead, where the field has a boundary to cut */
    bearingDeg: z.number().min(0).max(360).default(0),
  }),
  "POST /api/fields/merge": z.strictObject({
    fieldIds: z
      .array(z.uuid())
      .min(2)
      .max(8)
      .refine((ids) => new Set(ids).size === ids.length, "each field once"),
    name: name.max(60),
  }),
  "POST /api/plans": z.strictObject({
    fieldId: z.uuid(),
    season,
    guideId: z.string().min(1).max(60),
    /** absent: the usual kind of the crop */
    kindId: z.string().min(1).max(60).optional(),
    /** a part of the field; absent: the whole */
    part: partOfField.optional(),
    /** the planting of the same ground that it comes after */
    follows: z.uuid().optional(),
  }),
  /** the plan made into plantings in turn, each a part of its ground */
  "POST /api/plans/{id}/plantings": z.strictObject({
    revision,
    plantings: z
      .array(z.strictObject({ areaHa, plantingOn: isoDate }))
      .min(2)
      .max(26),
  }),
  "PUT /api/plans/{id}": z.strictObject({ revision, decisions: anyDecisionsSchema }),
  "POST /api/plans/{id}/issue": z.strictObject({ revision }),
  "POST /api/plans/{id}/sign-offs": z.strictObject({
    treatmentId: z.string().min(1).max(60),
    /** with the label's own texts */
    signed: z.string().min(1).max(10_000),
  }),
  "POST /api/log": logEntryRecord,
  "POST /api/stages": stageSeenRecord,
  "POST /api/rain": rainReadingRecord,
  "POST /api/scouting": scoutVisitRecord,
  "POST /api/ripeness": ripenessLookRecord,
  "POST /api/scouting/photos": scoutPhotoRecord,
  "POST /api/moves": z.strictObject({
    moves: z
      .array(z.strictObject({ planId: z.uuid(), operationId: z.string().min(1).max(80), date: isoDate }))
      .min(1)
      .max(200),
  }),
  "POST /api/practices": z.strictObject({
    practice: z.strictObject({
      name,
      currency: z.string().trim().min(1).max(8),
      unitSet: z.enum(["metric", "usCustomary", "imperial", "southAsian"]),
      decimalMark: z.enum(["point", "comma"]),
    }),
    /** absent for whoever is signed in */
    person: newPerson.optional(),
  }),
  "PUT /api/practice": z.strictObject({ practiceId: z.uuid() }),
  "POST /api/invitations": z.strictObject({ name: z.string().trim().min(1).max(200), ...membership }),
  /** `person` absent: as whoever is signed in */
  "POST /api/join/{token}": z.strictObject({ person: newPerson.optional() }),
  "POST /api/imports": z.strictObject({
    fileName: z.string().min(1).max(300),
    base64: z.string().max(20_100_000),
    /** absent: what the headings are taken for */
    kind: z.enum(KIND_IDS).optional(),
    mapping: z
      .strictObject({
        columns: z
          .array(z.strictObject({ path: z.string().min(1).max(80), unit: z.string().max(40).optional() }).nullable())
          .max(500),
        fixed: z.record(z.string().max(80), z.string().max(400)),
        bulkDensity: z.number().min(0.1).max(2.2).nullable(),
      })
      .optional(),
    /** of the file's numbers; absent: as they say themselves */
    decimal: z.enum(["point", "comma"]).optional(),
    /** only look, put nothing in */
    look: z.boolean().default(false),
    /** take the rows that are right and leave the others */
    onlyRight: z.boolean().optional(),
  }),
  "PUT /api/people": z.strictObject({ userId: z.string().min(1).max(80), ...membership }),
  "POST /api/records/{kind}": z.strictObject({ id: z.uuid(), values: recordValues }),
  "PUT /api/records/{kind}/{id}": z.union([
    z.strictObject({ revision, values: recordValues }),
    z.strictObject({ revision, retired: z.boolean() }),
  ]),
  "PUT /api/farms": z.strictObject({ farmId: z.uuid(), stationId: z.uuid() }),
  "POST /api/feeds": z.strictObject({ name: z.string().trim().min(1).max(80) }),
  /** only what was changed, each with the value that it was changed from: what somebody else changed meanwhile stays */
  "PUT /api/settings": z.strictObject({
    unitSet: changed(z.enum(["metric", "usCustomary", "imperial", "southAsian"])).optional(),
    decimalMark: changed(z.enum(["point", "comma"])).optional(),
    asOf: changed(isoDate.nullable()).optional(),
    prices: z
      .strictObject({
        dieselPerL: changed(minor),
        labourPerH: changed(minor),
        otherMachinePerH: changed(minor),
        dryingPerTPoint: changed(minor),
        energyPerKwh: changed(minor),
        waterPerM3: changed(minor),
        machinePerH: z.record(key, changed(minor)),
        contractPerHa: z.record(key, changed(minor)),
        /** by "guide.product" */
        cropPerT: z.record(key, changed(minor)),
        /** by "id.unit" */
        materialPerUnit: z.record(key, changed(minor)),
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
    /** take the rows that are right and leave the others */
    onlyRight: z.boolean().optional(),
  }),
};

/** What comes back, by method and path. */
export interface Answers {
  "GET /api/fields": { fields: FoundField[] };
  /** suitability of every field for one kind of a crop, by the field's id */
  /** what lists and trials say of the varieties of one kind */
  "GET /api/varieties": KnownVarieties;
  "GET /api/site": { fields: Record<string, SiteLine> };
  "GET /api/guides": { guides: Guide[] };
  "GET /api/guides/{id}": { guide: Guide };
  /** the new fields, in the order of the parts */
  "POST /api/fields/split": { ids: string[] };
  "POST /api/fields/merge": { id: string };
  "PUT /api/plantings/{id}": Done;
  "POST /api/plans": { id: string };
  "PUT /api/plans/{id}": SaveResult;
  "GET /api/plans/{id}/drafts": { drafts: DraftLine[] };
  "POST /api/plans/{id}/drafts": { id: string };
  "POST /api/plans/{id}/plantings": { ids: string[] };
  "POST /api/plans/{id}/choice": Done;
  "POST /api/plans/{id}/issue": { number: number };
  /** each version in short, by its number: any two are compared where they are looked at */
  "GET /api/plans/{id}/summaries": { summaries: Record<string, PlanSummary> };
  "POST /api/plans/{id}/repair": RepairResult;
  "POST /api/log": Done;
  "DELETE /api/log": Done;
  "POST /api/rain": Done;
  "DELETE /api/rain": Done;
  "POST /api/plans/{id}/sign-offs": Done;
  "DELETE /api/plans/{id}/sign-offs": Done;
  "POST /api/scouting": Done;
  "POST /api/ripeness": Done;
  "DELETE /api/ripeness": Done;
  "DELETE /api/scouting": Done;
  "POST /api/scouting/photos": Done;
  /** stores to look at by a day */
  "GET /api/store-looks": { due: StoreLookDue[] };
  /** what the weather of the coming days lets in */
  "GET /api/outlook-risks": { risks: OutlookRisk[] };
  /** where to walk on a plan's field; null where it has no boundary */
  "GET /api/plans/{id}/walk": { walk: ScoutWalk | null };
  /** the picture itself */
  "GET /api/scouting/photos/{id}": Done;
  "POST /api/stages": Done;
  "DELETE /api/stages": Done;
  "POST /api/moves": { results: MoveResult[] };
  "POST /api/practices": { id: string };
  "PUT /api/practice": Done;
  "GET /api/practice/file": Done;
  /** rows that were put in, by table; the body is the ZIP itself */
  /** rows of each table, files that were changed outside, and signatures and versions that are from elsewhere */
  "POST /api/practice/file": { rows: Record<string, number>; changed: string[]; elsewhere: number };
  "POST /api/invitations": { path: string };
  "DELETE /api/invitations": Done;
  "POST /api/join/{token}": Done;
  "GET /api/imports": { imports: ImportLine[] };
  "POST /api/imports":
    | { looked: ImportLook }
    | { taken: ImportLine & { left: { header: string[]; rows: string[][] } | null } };
  "DELETE /api/imports": Done;
  "GET /api/people": PeopleSheet;
  "PUT /api/people": Done;
  "DELETE /api/people": Done;
  "GET /api/sessions": { sessions: SessionLine[] };
  "DELETE /api/sessions": Done;
  "GET /api/records/{kind}": RecordList;
  "POST /api/records/{kind}": { id: string };
  "GET /api/records/{kind}/file": Done;
  /** treatments that were done, as CSV or workbook */
  "GET /api/treatments/file": Done;
  "GET /api/records/{kind}/{id}": { changes: RecordChangeLine[] };
  "PUT /api/records/{kind}/{id}": RecordChange;
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
