import { requireAction } from "@/server/access";
import { saveSettings, settingsSchema } from "@/server/catalogue";
import { inPractice } from "@/server/db";
import { json, respond } from "@/server/respond";

export function PUT(request: Request): Promise<Response> {
  return respond(async () => {
    const access = await requireAction(request, "settings");
    const settings = settingsSchema.parse(await request.json());
    await inPractice(access, (client) => saveSettings(client, access, settings));
    return json({ ok: true });
  });
}
