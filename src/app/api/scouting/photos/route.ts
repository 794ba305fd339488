import { inPractice } from "@/server/db";
import { DONE, route } from "@/server/respond";
import { keepPhoto } from "@/server/scouting";

/** A photo of a visit. */
export const POST = route("POST /api/scouting/photos", "log", async ({ access, body }) => {
  await inPractice(access, (client) => keepPhoto(client, access, body));
  return DONE;
});
