import { plantInTurn } from "@/server/plans/plantings-in-turn";
import { route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

export const POST = route("POST /api/plans/{id}/plantings", "plan", async ({ access, path: { id = "" }, body }) => ({
  ids: await inPractice(access, (client) => plantInTurn(client, access, id, body)),
}));
