/** Documents of an issued version, made from its frozen snapshot alone. */

import { tellAll } from "@/core/units/told";
import { bookletPdf } from "./booklet";
import { versionCalendar } from "./calendar";
import { cardPdf } from "./card";
import { labelsPdf } from "./labels";
import { orderCsv, orderXlsx } from "./order";
import { type DocumentSource, wordsOf } from "./source";

export interface WrittenDocument {
  name: string;
  type: string;
  body: Uint8Array | Buffer;
}

/** Writes a document by its file name; null when there is none of that name. */
export async function writeDocument(file: string, written: DocumentSource): Promise<WrittenDocument | null> {
  const source = { ...written, issued: tellAll(written.issued, wordsOf(written)) };
  const { issued, season, number } = source;
  const slug = `${issued.field.name}-${season}-v${number}`.toLowerCase().replace(/[^a-z0-9]+/g, "-");
  switch (file) {
    case "booklet.pdf":
      return { name: `${slug}-booklet.pdf`, type: "application/pdf", body: await bookletPdf(source) };
    case "card.pdf":
      return { name: `${slug}-card.pdf`, type: "application/pdf", body: await cardPdf(source) };
    case "labels.pdf":
      return { name: `${slug}-labels.pdf`, type: "application/pdf", body: await labelsPdf(source) };
    case "calendar.ics":
      return { name: `${slug}.ics`, type: "text/calendar; charset=utf-8", body: Buffer.from(versionCalendar(source)) };
    case "order.csv":
      return {
        name: `${slug}-order.csv`,
        type: "text/csv; charset=utf-8",
        body: Buffer.from(`\ufeff${orderCsv(source)}`),
      };
    case "order.xlsx":
      return {
        name: `${slug}-order.xlsx`,
        type: "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
        body: await orderXlsx(source),
      };
    default:
      return null;
  }
}
