import { requireAction } from "@/server/access";
import { inPractice } from "@/server/db";
import { outlineProgress } from "@/server/outlines";
import { json, respond } from "@/server/respond";

/** Drafts some more outlines and says how far it is: a page asks again until all are done. */
export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const access = await requireAction(request, "log");
    const basis = new URL(request.url).searchParams.get("basis") === "issued" ? "issued" : "draft";
    return json(await inPractice(access, (client) => outlineProgress(client, access, basis)));
  });
}
