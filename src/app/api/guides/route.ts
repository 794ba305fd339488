import { Refused, requireAction } from "@/server/access";
import { guidesOfZone } from "@/server/guides";
import { json, respond } from "@/server/respond";

/** Guides of crops that are sown in a zone, for fall-backs: fetched when those are looked at. */
export function GET(request: Request): Promise<Response> {
  return respond(async () => {
    await requireAction(request, "read");
    const zone = new URL(request.url).searchParams.get("zone");
    if (!zone) throw new Refused(404, "There is no such zone.");
    return json({ guides: guidesOfZone(zone) });
  });
}
