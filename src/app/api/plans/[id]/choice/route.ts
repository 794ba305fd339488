import { inPractice } from "@/server/db";
import { chooseDraft } from "@/server/plantings";
import { DONE, route } from "@/server/respond";

export const POST = route("POST /api/plans/{id}/choice", "plan", async ({ access, path: { id = "" } }) => {
  await inPractice(access, (client) => chooseDraft(client, access, id));
  return DONE;
});
