import { inPractice } from "@/server/db";
import { createFeed, listFeeds, revokeFeed } from "@/server/feeds";
import { DONE, route } from "@/server/respond";

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
