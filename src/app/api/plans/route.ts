import { z } from "zod";
import { requireAction } from "@/server/access";
import { inPractice } from "@/server/db";
import { listCrops } from "@/server/guides";
import { startPlan } from "@/server/plans";
import { json, respond } from "@/server/respond";

const schema = z.strictObject({
  fieldId: z.uuid(),
  season: z.number().int().min(1900).max(2200),
  guideId: z.enum(listCrops().map((c) => c.id) as [string, ...string[]]),
});

export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const access = await requireAction(request, "plan");
    const { fieldId, season, guideId } = schema.parse(await request.json());
    return json({ id: await inPractice(access, (client) => startPlan(client, access, fieldId, season, guideId)) });
  });
}
