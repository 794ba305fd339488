import { saveSettings } from "@/server/catalogue";
import { inPractice } from "@/server/db";
import { DONE, route } from "@/server/respond";

export const PUT = route("PUT /api/settings", "settings", async ({ access, body }) => {
  await inPractice(access, (client) => saveSettings(client, access, body));
  return DONE;
});
