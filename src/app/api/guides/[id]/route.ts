import { Refused, requireAction } from "@/server/access";
import { guideOf } from "@/server/guides";
import { json, respond } from "@/server/respond";

/** One crop's guide: fetched when a plan changes its crop. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return respond(async () => {
    await requireAction(request, "read");
    const guide = guideOf((await params).id);
    if (!guide) throw new Refused(404, "There is no guide of this crop.");
    return json({ guide });
  });
}
