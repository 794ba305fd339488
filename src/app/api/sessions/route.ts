import { tokenFrom } from "@/server/access";
import { DONE, route } from "@/server/respond";
import { endOtherSessions, listSessions } from "@/server/sessions";

export const GET = route("GET /api/sessions", "log", async ({ access, request }) => ({
  sessions: await listSessions(access.userId, await tokenFrom(request.headers)),
}));

/** Ends every other session of one's own. */
export const DELETE = route("DELETE /api/sessions", "log", async ({ access, request }) => {
  await endOtherSessions(access.userId, await tokenFrom(request.headers));
  return DONE;
});
