import { saveSettings } from "@/server/plans/catalogue";
import { DONE, route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

export const PUT = route("PUT /api/settings", "settings", async ({ access, body }) => {
  await inPractice(access, (client) => saveSettings(client, access, body));
  return DONE;
});
