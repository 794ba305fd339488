import { repairPlan } from "@/server/plans/broken-plan";
import { route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

/** Takes a plan that cannot be drafted back to the last decisions that can. */
export const POST = route("POST /api/plans/{id}/repair", "plan", ({ access, path: { id = "" } }) =>
  inPractice(access, (client) => repairPlan(client, access, id)),
);
