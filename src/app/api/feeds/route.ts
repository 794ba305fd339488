import { requireAction } from "@/server/access";
import { inPractice } from "@/server/db";
import { createFeed, feedSchema, listFeeds, revokeFeed } from "@/server/feeds";
import { json, respond } from "@/server/respond";

export function GET(request: Request): Promise<Response> {
  return respond(async () => {
    const access = await requireAction(request, "log");
    return json({ feeds: await inPractice(access, (client) => listFeeds(client, access)) });
  });
}

export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const access = await requireAction(request, "log");
    const { name } = feedSchema.parse(await request.json());
    const { token } = await inPractice(access, (client) => createFeed(client, access, name));
    return json({ path: `/api/calendar/${token}` });
  });
}

export function DELETE(request: Request): Promise<Response> {
  return respond(async () => {
    const access = await requireAction(request, "log");
    const id = new URL(request.url).searchParams.get("id") ?? "";
    await inPractice(access, (client) => revokeFeed(client, access, id));
    return json({ ok: true });
  });
}
