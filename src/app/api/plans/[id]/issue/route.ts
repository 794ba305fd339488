import { z } from "zod";
import { requireAction } from "@/server/access";
import { inPractice } from "@/server/db";
import { issuePlan } from "@/server/plans";
import { json, respond } from "@/server/respond";

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return respond(async () => {
    const access = await requireAction(request, "issue");
    const { id } = await params;
    const { revision } = z.strictObject({ revision: z.number().int().positive() }).parse(await request.json());
    return json(await inPractice(access, (client) => issuePlan(client, access, id, revision)));
  });
}
