import { inPractice } from "@/server/db";
import { issuePlan } from "@/server/plans";
import { route } from "@/server/respond";

export const POST = route("POST /api/plans/{id}/issue", "issue", ({ access, path: { id = "" }, body }) =>
  inPractice(access, (client) => issuePlan(client, access, id, body.revision)),
);
