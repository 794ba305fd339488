import { moveOperations } from "@/server/plans/moves";
import { route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

export const POST = route("POST /api/moves", "plan", async ({ access, body }) => ({
  results: await inPractice(access, (client) => moveOperations(client, access, body.moves)),
}));
