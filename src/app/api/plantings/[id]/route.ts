import { changePart } from "@/server/plans/plantings";
import { DONE, route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

/** Another part of the field, or a name or area of it that is right, for a planting. */
export const PUT = route("PUT /api/plantings/{id}", "plan", async ({ access, body, path }) => {
  await inPractice(access, (client) => changePart(client, access, path.id ?? "", body.part));
  return DONE;
});
