import { inPractice } from "@/server/db";
import { DONE, route } from "@/server/respond";
import { chooseStation } from "@/server/stations";

export const PUT = route("PUT /api/farms", "settings", async ({ access, body }) => {
  await inPractice(access, (client) => chooseStation(client, access, body));
  return DONE;
});
