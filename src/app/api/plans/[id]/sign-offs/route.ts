import { signTreatment, unsignTreatment } from "@/server/plans/sign-treatments";
import { DONE, route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

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
