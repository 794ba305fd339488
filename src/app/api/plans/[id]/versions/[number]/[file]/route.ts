import { Refused, requireAction } from "@/server/access/access";
import { loggedJobs } from "@/server/field-notes/log";
import { loadVersion } from "@/server/plans/plans";
import { respond } from "@/server/respond";
import { inPractice } from "@/server/storage/db";
import { queueDocument } from "@/server/storage/document-queue";

/** Documents of an issued version. A grower reads the card and the calendar; the rest is the adviser's. */
export function GET(
  request: Request,
  { params }: { params: Promise<{ id: string; number: string; file: string }> },
): Promise<Response> {
  return respond(async () => {
    const { id, number, file } = await params;
    const access = await requireAction(request, file === "card.pdf" || file === "calendar.ics" ? "log" : "read");
    if (!/^[1-9]\d{0,5}$/.test(number)) throw new Refused(404, "There is no such version.");
    const { version, logged } = await inPractice(access, async (client) => ({
      version: await loadVersion(client, access, id, Number(number)),
      logged: await loggedJobs(client, access, id),
    }));
    if (!version) throw new Refused(404, "There is no such version.");
    const document = await queueDocument(file, {
      ...version,
      planId: id,
      logged,
      unitSet: access.practice.unitSet,
      decimal: access.practice.decimalMark,
    });
    if (!document) throw new Refused(404, "There is no such document.");
    return new Response(new Uint8Array(document.body), {
      headers: {
        "content-type": document.type,
        "content-disposition": `attachment; filename="${document.name}"`,
        "cache-control": "private, no-store",
      },
    });
  });
}
