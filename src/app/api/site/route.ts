import { Refused } from "@/server/access/access";
import { guideOf } from "@/server/plans/guides";
import { fieldsForCrop, loadSiteFacts, nextSeason } from "@/server/plans/site";
import { route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

/** How every field suits one kind of a crop in the season that is planned next. */
export const GET = route("GET /api/site", "read", async ({ access, query }) => {
  const guideId = query.get("guide") ?? "";
  const kindId = query.get("kind") ?? "";
  if (!guideOf(guideId)?.kinds.some((k) => k.id === kindId))
    throw new Refused(404, `There is no crop "${guideId}" of kind "${kindId}".`);
  const facts = await inPractice(access, (client) => loadSiteFacts(client, access, nextSeason(access.today)));
  return { fields: fieldsForCrop(facts, guideId, kindId) };
});
