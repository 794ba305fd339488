import { chooseDraft } from "@/server/plans/plantings";
import { DONE, route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

export const POST = route("POST /api/plans/{id}/choice", "plan", async ({ access, path: { id = "" } }) => {
  await inPractice(access, (client) => chooseDraft(client, access, id));
  return DONE;
});
