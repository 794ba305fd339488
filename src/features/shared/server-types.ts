/** The shapes that the server hands to screens. Types only: nothing of the server is bundled into a page. */

export type { AuditLine } from "@/server/audit";
export type { FeedLine } from "@/server/feeds";
export type { FieldLine, FieldSheet } from "@/server/fields";
export type { FarmCapacity, PackedRow, PackedRows, SeasonSheet } from "@/server/season";
export type { FarmStation, StationLine, StationSheet } from "@/server/stations";
export type { DueOperation, FarmOutlook, WeekSheet } from "@/server/week";
