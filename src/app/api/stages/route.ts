import { stageSeenRecord } from "@/core/records/stage-seen";
import { Refused, requireAction } from "@/server/access";
import { inPractice } from "@/server/db";
import { observeStage, withdrawStage } from "@/server/observations";
import { json, respond } from "@/server/respond";

export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const access = await requireAction(request, "log");
    const input = stageSeenRecord.parse(await request.json());
    await inPractice(access, (client) => observeStage(client, access, input));
    return json({ ok: true });
  });
}

export function DELETE(request: Request): Promise<Response> {
  return respond(async () => {
    const access = await requireAction(request, "log");
    const query = new URL(request.url).searchParams;
    const planId = query.get("planId") ?? "";
    if (!/^[0-9a-f-]{36}$/.test(planId)) throw new Refused(404, "There is no such plan.");
    await inPractice(access, (client) => withdrawStage(client, access, planId, query.get("stageId") ?? ""));
    return json({ ok: true });
  });
}
