/** The shapes that the server hands to screens. Types only: nothing of the server is bundled into a page. */

export type { AuditLine } from "@/server/audit";
export type { FieldLine, FieldSheet } from "@/server/fields";
export type { DueOperation } from "@/server/week";
