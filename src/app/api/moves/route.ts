import { inPractice } from "@/server/db";
import { moveOperations } from "@/server/moves";
import { route } from "@/server/respond";

export const POST = route("POST /api/moves", "plan", async ({ access, body }) => ({
  results: await inPractice(access, (client) => moveOperations(client, access, body.moves)),
}));
