import { saveDecisions } from "@/server/plans/plans";
import { json, route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

export const PUT = route("PUT /api/plans/{id}", "plan", async ({ access, path: { id = "" }, body }) => {
  const result = await inPractice(access, (client) => saveDecisions(client, access, id, body.revision, body.decisions));
  return result.saved ? result : json(result, 409);
});
