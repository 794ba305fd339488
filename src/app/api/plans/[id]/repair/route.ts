import { repairPlan } from "@/server/broken-plan";
import { inPractice } from "@/server/db";
import { route } from "@/server/respond";

/** Takes a plan that cannot be drafted back to the last decisions that can. */
export const POST = route("POST /api/plans/{id}/repair", "plan", ({ access, path: { id = "" } }) =>
  inPractice(access, (client) => repairPlan(client, access, id)),
);
