import { keepPhoto } from "@/server/field-notes/scouting";
import { DONE, route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

/** A photo of a visit. */
export const POST = route("POST /api/scouting/photos", "log", async ({ access, body }) => {
  await inPractice(access, (client) => keepPhoto(client, access, body));
  return DONE;
});
