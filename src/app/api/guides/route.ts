import { Refused } from "@/server/access/access";
import { guidesOfZone } from "@/server/plans/guides";
import { route } from "@/server/respond";

/** Guides of crops that are sown in a zone, for fall-backs: fetched when those are looked at. */
export const GET = route("GET /api/guides", "read", async ({ query }) => {
  const zone = query.get("zone");
  if (!zone) throw new Refused(404, "There is no such zone.");
  return { guides: guidesOfZone(zone) };
});
