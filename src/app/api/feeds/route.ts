import { DONE, route } from "@/server/respond";
import { createFeed, listFeeds, revokeFeed } from "@/server/season/feeds";
import { inPractice } from "@/server/storage/db";

export const GET = route("GET /api/feeds", "log", async ({ access }) => ({
  feeds: await inPractice(access, (client) => listFeeds(client, access)),
}));

export const POST = route("POST /api/feeds", "log", async ({ access, body }) => {
  const { token } = await inPractice(access, (client) => createFeed(client, access, body.name));
  return { path: `/api/calendar/${token}` };
});

export const DELETE = route("DELETE /api/feeds", "log", async ({ access, query }) => {
  await inPractice(access, (client) => revokeFeed(client, access, query.get("id") ?? ""));
  return DONE;
});
