import { createEvents, type EventAttributes } from "ics";
import { addDays, type IsoDate } from "@/core/dates";
import type { DocumentSource } from "./index";

/**
 * The plan as iCalendar: one all-day event an operation, with a UID that stays the same from version to version, so
 * that a later version moves the events of an earlier one instead of adding its own.
 */
export function writeCalendar({ planId, number, issuedAt, season, snapshot }: DocumentSource): string {
  const { plan, field } = snapshot;
  const day = (date: IsoDate): [number, number, number] => [
    Number(date.slice(0, 4)),
    Number(date.slice(5, 7)),
    Number(date.slice(8, 10)),
  ];
  const events = plan.operations
    .filter((operation) => operation.date !== null)
    .map((operation): EventAttributes => {
      const date = operation.date as IsoDate;
      const window =
        operation.earliest && operation.latest ? `Window ${operation.earliest} to ${operation.latest}.` : "";
      return {
        uid: `${planId}.${operation.id}@wheatonomy`,
        sequence: number - 1,
        productId: "-//Wheatonomy//Season plan//EN",
        calName: `${field.name} ${season}`,
        title: `${operation.name}, ${field.name}`,
        start: day(date),
        end: day(addDays(date, 1)),
        description: [
          operation.detail,
          ...operation.inputs.map(
            (i) =>
              `${i.name}: ${i.perHa.toFixed(i.unit === "t" ? 1 : 0)} ${i.unit}/ha${i.bags ? `, ${i.bags} bags` : ""}.`,
          ),
          window,
          ...operation.cautions.map((c) => `Caution: ${c.text}`),
        ]
          .filter(Boolean)
          .join("\n"),
        location: `${field.name}, ${field.farm}`,
        categories: [operation.sheet],
        status: "CONFIRMED",
        transp: "TRANSPARENT",
        created: [...day(issuedAt), 0, 0],
        lastModified: [...day(issuedAt), 0, 0],
      };
    });
  const { error, value } = createEvents(events);
  if (error || !value) throw error ?? new Error("no calendar was made");
  return value;
}
