import { inPractice } from "@/server/db";
import { DONE, route } from "@/server/respond";
import { signTreatment, unsignTreatment } from "@/server/sign-treatments";

export const POST = route("POST /api/plans/{id}/sign-offs", "issue", async ({ access, path: { id = "" }, body }) => {
  await inPractice(access, (client) => signTreatment(client, access, id, body));
  return DONE;
});

export const DELETE = route(
  "DELETE /api/plans/{id}/sign-offs",
  "issue",
  async ({ access, path: { id = "" }, query }) => {
    await inPractice(access, (client) => unsignTreatment(client, access, id, query.get("treatmentId") ?? ""));
    return DONE;
  },
);
