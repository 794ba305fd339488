import { z } from "zod";
import { decisionsSchema } from "@/core/sheets/decisions-schema";
import { requireAction } from "@/server/access";
import { inPractice } from "@/server/db";
import { saveDecisions } from "@/server/plans";
import { json, respond } from "@/server/respond";

const schema = z.strictObject({ revision: z.number().int().positive(), decisions: decisionsSchema });

export function PUT(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return respond(async () => {
    const access = await requireAction(request, "plan");
    const { id } = await params;
    const { revision, decisions } = schema.parse(await request.json());
    const result = await inPractice(access, (client) => saveDecisions(client, access, id, revision, decisions));
    return json(result, result.saved ? 200 : 409);
  });
}
