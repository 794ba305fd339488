import { requireAction } from "@/server/access";
import { inPractice } from "@/server/db";
import { json, respond } from "@/server/respond";
import { chooseStation, farmStationSchema } from "@/server/stations";

export function PUT(request: Request): Promise<Response> {
  return respond(async () => {
    const access = await requireAction(request, "settings");
    const input = farmStationSchema.parse(await request.json());
    await inPractice(access, (client) => chooseStation(client, access, input));
    return json({ ok: true });
  });
}
