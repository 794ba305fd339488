import { recordsFile } from "@/server/import/records-file";
import { kindNamed } from "@/server/records/kind-named";
import { route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

/** All live records of a kind as CSV, or as a workbook by `?as=xlsx`; the import takes both back. */
export const GET = route("GET /api/records/{kind}/file", "read", async ({ access, path, query }) => {
  const kind = kindNamed(path.kind);
  const as = query.get("as") === "xlsx" ? "xlsx" : "csv";
  const { bytes, type } = await inPractice(access, (client) => recordsFile(client, access, kind, as));
  return new Response(Buffer.from(bytes), {
    headers: {
      "content-type": type,
      "content-disposition": `attachment; filename="${kind}-${access.today}.${as}"`,
      "cache-control": "private, no-store",
    },
  });
});
