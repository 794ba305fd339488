import { Refused } from "@/server/access/access";
import { route } from "@/server/respond";
import { seasonRowsJson } from "@/server/season/season";
import { inPractice } from "@/server/storage/db";

/** The fields of a season for the season page. */
export const GET = route("GET /api/season", "read", async ({ access, query }) => {
  const season = Number(query.get("season"));
  if (!Number.isInteger(season)) throw new Refused(404, "There is no such season.");
  const body = await inPractice(access, (client) => seasonRowsJson(client, access, season));
  return new Response(body, { headers: { "content-type": "application/json", "cache-control": "no-store" } });
});
