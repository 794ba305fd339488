import { logEntryRecord } from "@/core/records/log-entry";
import { Refused, requireAction } from "@/server/access";
import { inPractice } from "@/server/db";
import { logOperation, withdrawLog } from "@/server/log";
import { json, respond } from "@/server/respond";

export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const access = await requireAction(request, "log");
    const input = logEntryRecord.parse(await request.json());
    await inPractice(access, (client) => logOperation(client, access, input));
    return json({ ok: true });
  });
}

export function DELETE(request: Request): Promise<Response> {
  return respond(async () => {
    const access = await requireAction(request, "log");
    const query = new URL(request.url).searchParams;
    const planId = query.get("planId") ?? "";
    if (!/^[0-9a-f-]{36}$/.test(planId)) throw new Refused(404, "There is no such plan.");
    await inPractice(access, (client) => withdrawLog(client, access, planId, query.get("operationId") ?? ""));
    return json({ ok: true });
  });
}
