import { DONE, route } from "@/server/respond";
import { chooseStation } from "@/server/stations/stations";
import { inPractice } from "@/server/storage/db";

export const PUT = route("PUT /api/farms", "settings", async ({ access, body }) => {
  await inPractice(access, (client) => chooseStation(client, access, body));
  return DONE;
});
