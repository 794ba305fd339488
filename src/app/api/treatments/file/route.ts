import { SPRAY_RECORD_FIELDS } from "@/core/records/notes/spray-record";
import { tableOfRecords } from "@/core/records/table-of-records";
import { audit } from "@/server/access/audit";
import { loadSprayRecords } from "@/server/field-notes/spray-records";
import { tableFile } from "@/server/import/records-file";
import { recordLists } from "@/server/records/lists";
import { route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

/** Treatments that were done, for who inspects them: CSV, or a workbook by `?as=xlsx`; of one harvest by `?season=`. */
export const GET = route("GET /api/treatments/file", "log", async ({ access, query }) => {
  const as = query.get("as") === "xlsx" ? "xlsx" : "csv";
  const season = /^\d{4}$/.test(query.get("season") ?? "") ? Number(query.get("season")) : null;
  const { unitSet, decimalMark } = access.practice;
  const { bytes, type } = await inPractice(access, async (client) => {
    const records = await loadSprayRecords(client, access, season);
    await audit(client, access, "practice file", "treatments", "took the spray record out", null, { as, season });
    const writing = { unitSet, decimal: as === "xlsx" ? ("point" as const) : decimalMark };
    const world = { lists: await recordLists(client, access), links: {} };
    const values = records.map((r) => ({ ...r }));
    return tableFile("Treatments", tableOfRecords({ fields: SPRAY_RECORD_FIELDS }, values, world, writing), as);
  });
  return new Response(Buffer.from(bytes), {
    headers: {
      "content-type": type,
      "content-disposition": `attachment; filename="treatments-${season ?? "all"}-${access.today}.${as}"`,
      "cache-control": "private, no-store",
    },
  });
});
