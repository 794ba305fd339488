import { inPractice } from "@/server/db";
import { startPlan } from "@/server/plantings";
import { route } from "@/server/respond";

export const POST = route("POST /api/plans", "plan", async ({ access, body }) => ({
  id: await inPractice(access, (client) => startPlan(client, access, body)),
}));
