import { Refused } from "@/server/access/access";
import { guideOf } from "@/server/plans/guides";
import { route } from "@/server/respond";

/** One crop's guide: fetched when a plan changes its crop. */
export const GET = route("GET /api/guides/{id}", "read", async ({ path: { id = "" } }) => {
  const guide = guideOf(id);
  if (!guide) throw new Refused(404, "There is no guide of this crop.");
  return { guide };
});
