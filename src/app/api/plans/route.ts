import { startPlan } from "@/server/plans/plantings";
import { route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

export const POST = route("POST /api/plans", "plan", async ({ access, body }) => ({
  id: await inPractice(access, (client) => startPlan(client, access, body)),
}));
