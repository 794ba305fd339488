import { Refused, requireAction } from "@/server/access";
import { inPractice } from "@/server/db";
import { respond } from "@/server/respond";
import { seasonRowsJson } from "@/server/season";

/** The fields of a season for the season page. */
export function GET(request: Request): Promise<Response> {
  return respond(async () => {
    const access = await requireAction(request, "read");
    const season = Number(new URL(request.url).searchParams.get("season"));
    if (!Number.isInteger(season)) throw new Refused(404, "There is no such season.");
    const body = await inPractice(access, (client) => seasonRowsJson(client, access, season));
    return new Response(body, { headers: { "content-type": "application/json", "cache-control": "no-store" } });
  });
}
