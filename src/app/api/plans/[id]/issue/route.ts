import { issuePlan } from "@/server/plans/plans";
import { route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

export const POST = route("POST /api/plans/{id}/issue", "issue", ({ access, path: { id = "" }, body }) =>
  inPractice(access, (client) => issuePlan(client, access, id, body.revision)),
);
