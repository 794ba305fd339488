import { requireAction } from "@/server/access";
import { inPractice } from "@/server/db";
import { moveOperations, movesSchema } from "@/server/moves";
import { json, respond } from "@/server/respond";

export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const access = await requireAction(request, "plan");
    const { moves } = movesSchema.parse(await request.json());
    const results = await inPractice(access, (client) => moveOperations(client, access, moves));
    return json({ results });
  });
}
