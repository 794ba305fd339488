import { inPractice } from "@/server/db";
import { plantInTurn } from "@/server/plantings-in-turn";
import { route } from "@/server/respond";

export const POST = route("POST /api/plans/{id}/plantings", "plan", async ({ access, path: { id = "" }, body }) => ({
  ids: await inPractice(access, (client) => plantInTurn(client, access, id, body)),
}));
