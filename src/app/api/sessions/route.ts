import { tokenFrom } from "@/server/access/access";
import { endOtherSessions, listSessions } from "@/server/access/sessions";
import { DONE, route } from "@/server/respond";

export const GET = route("GET /api/sessions", "log", async ({ access, request }) => ({
  sessions: await listSessions(access.userId, await tokenFrom(request.headers)),
}));

/** Ends every other session of one's own. */
export const DELETE = route("DELETE /api/sessions", "log", async ({ access, request }) => {
  await endOtherSessions(access.userId, await tokenFrom(request.headers));
  return DONE;
});
