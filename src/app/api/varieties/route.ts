import { Refused } from "@/server/access/access";
import { guideOf } from "@/server/plans/guides";
import { varietiesOf } from "@/server/records/variety-tables";
import { route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

/** What lists and trials say of the varieties of one kind of a crop. */
export const GET = route("GET /api/varieties", "read", async ({ access, query }) => {
  const guideId = query.get("guide") ?? "";
  const kindId = query.get("kind") ?? "";
  if (!guideOf(guideId)?.kinds.some((k) => k.id === kindId))
    throw new Refused(404, `There is no crop "${guideId}" of kind "${kindId}".`);
  return inPractice(access, (client) => varietiesOf(client, access, guideId, kindId));
});
