import { Refused } from "@/server/access";
import { inPractice } from "@/server/db";
import { guideOf } from "@/server/guides";
import { route } from "@/server/respond";
import { fieldsForCrop, loadSiteFacts, nextSeason } from "@/server/site";

/** How every field suits one kind of a crop in the season that is planned next. */
export const GET = route("GET /api/site", "read", async ({ access, query }) => {
  const guideId = query.get("guide") ?? "";
  const kindId = query.get("kind") ?? "";
  if (!guideOf(guideId)?.kinds.some((k) => k.id === kindId))
    throw new Refused(404, `There is no crop "${guideId}" of kind "${kindId}".`);
  const facts = await inPractice(access, (client) => loadSiteFacts(client, access, nextSeason(access.today)));
  return { fields: fieldsForCrop(facts, guideId, kindId) };
});
