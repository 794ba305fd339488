/** iCalendar, written in one place: the calendar of an issued version, and the one of a secret address, agree in it. */

import { createEvents, type EventAttributes } from "ics";
import { addDays, type IsoDate } from "@/core/dates";
import { conditionOf, inputInWords, settingsOf, waitsForWord } from "@/core/plan/job-words";
import type { Operation, OperationInput } from "@/core/plan/operation";
import type { Words } from "@/core/units/words";
import { type DocumentSource, wordsOf } from "./source";

/** Changes of one version's dates that are told apart in SEQUENCE. */
const MOST_CHANGES = 1000;

export interface CalendarOperation {
  planId: string;
  id: string;
  name: string;
  field: string;
  farm: string;
  sheet: string;
  detail: string;
  date: IsoDate | null;
  earliest: IsoDate | null;
  latest: IsoDate | null;
  doneOn: IsoDate | null;
  role: Operation["role"];
  inputs: Pick<OperationInput, "name" | "kind" | "perHa" | "unit" | "quantity" | "bagKg">[];
  condition: Operation["condition"];
  /** what its label says against it on this day */
  forbidden?: string | null;
  settings: Operation["settings"];
  cautions: { text: string }[];
  /** the issued version, and how often dates were moved, logged or seen since it */
  version: number;
  changes: number;
}

/**
 * One all-day event an operation. Its UID stays the same from version to version and in every calendar, and SEQUENCE
 * rises with each version and each change since (RFC 5545, 3.8.7.4), so that a later calendar moves the events of an
 * earlier one instead of adding its own, whichever of the two a program has read.
 */
export function writeEvents(name: string, operations: CalendarOperation[], words: Words, stamp?: IsoDate): string {
  const productId = "-//Wheatonomy//Season plan//EN";
  const day = (date: IsoDate): [number, number, number] => [
    Number(date.slice(0, 4)),
    Number(date.slice(5, 7)),
    Number(date.slice(8, 10)),
  ];
  const events = operations.flatMap((o): EventAttributes[] => {
    const date = o.doneOn ?? o.date;
    if (date === null) return [];
    return [
      {
        uid: `${o.planId}.${o.id}@wheatonomy`,
        sequence: MOST_CHANGES * o.version + Math.min(MOST_CHANGES - 1, o.changes),
        productId,
        calName: name,
        title: `${o.doneOn ? "Done: " : o.forbidden ? "Not as it stands: " : waitsForWord(o) ? "Wait for your adviser: " : ""}${o.name}, ${o.field}`,
        start: day(date),
        end: day(addDays(date, 1)),
        description: [
          o.doneOn ? "" : (o.forbidden ?? ""),
          o.doneOn ? "" : conditionOf(o),
          ...o.inputs.map((i) => `${inputInWords(i, words)}.`),
          settingsOf(o, words),
          o.detail,
          o.earliest && o.latest && !o.doneOn ? `Window ${o.earliest} to ${o.latest}.` : "",
          ...o.cautions.map((c) => `Caution: ${c.text}`),
        ]
          .filter(Boolean)
          .join("\n"),
        location: `${o.field}, ${o.farm}`,
        categories: [o.sheet],
        status: "CONFIRMED",
        transp: "TRANSPARENT",
        ...(stamp ? { created: [...day(stamp), 0, 0], lastModified: [...day(stamp), 0, 0] } : {}),
      },
    ];
  });
  const { error, value } = createEvents(events, { calName: name, productId });
  if (error || value === undefined || value === null) throw error ?? new Error("no calendar was made");
  return value;
}

/** The calendar of an issued version, as it was issued. */
export function versionCalendar(source: DocumentSource): string {
  const { planId, number, issuedAt, season, issued } = source;
  const { name: field, farm } = issued.field;
  return writeEvents(
    `${field} ${season}`,
    issued.operations.map((o) => ({ ...o, planId, field, farm, version: number, changes: 0 })),
    wordsOf(source),
    issuedAt,
  );
}
