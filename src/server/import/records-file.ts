/** Records of a kind as a file to take away and bring back. */

import Papa from "papaparse";
import type { KindId } from "@/core/records/describe";
import { RECORD_KINDS } from "@/core/records/kinds";
import { tableOfRecords } from "@/core/records/table-of-records";
import type { Access } from "../access/access";
import { audit } from "../access/audit";
import { recordList } from "../records/keep-records";
import type { Client } from "../storage/db";
import { writeSheetFile } from "./sheet-file";

/** What a spreadsheet would take for a formula; a number below 0 is none. */
const FORMULA = /^[=+@\t\r].*$|^-(?![\d.,]+$).*$/;
const XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

export async function recordsFile(
  client: Client,
  access: Access,
  kindId: KindId,
  as: "csv" | "xlsx",
): Promise<{ bytes: Uint8Array; type: string }> {
  const kind = RECORD_KINDS[kindId];
  const { unitSet, decimalMark } = access.practice;
  const list = await recordList(client, access, kindId);
  await audit(client, access, "practice file", kindId, `took ${kind.many.toLowerCase()} out`, null, { as });
  // a workbook has numbers of its own; a CSV is written as the practice writes
  const writing = { unitSet, decimal: as === "xlsx" ? ("point" as const) : decimalMark };
  const live = list.rows.filter((r) => !r.retired).map((r) => r.values);
  return tableFile(kind.many, tableOfRecords(kind, live, list, writing), as);
}

/** A table as CSV or workbook. */
export async function tableFile(
  title: string,
  { header, rows }: { header: string[]; rows: string[][] },
  as: "csv" | "xlsx",
): Promise<{ bytes: Uint8Array; type: string }> {
  if (as === "xlsx") return { bytes: await writeSheetFile(title, header, rows), type: XLSX };
  // a byte order mark, so that spreadsheets take it for UTF-8; no cell begins a formula
  const csv = Papa.unparse({ fields: header, data: rows }, { escapeFormulae: FORMULA });
  return { bytes: new TextEncoder().encode(`\ufeff${csv}`), type: "text/csv; charset=utf-8" };
}
