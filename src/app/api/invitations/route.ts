import { Refused } from "@/server/access/access";
import { invite, takeInvitationBack } from "@/server/access/people";
import { DONE, route } from "@/server/respond";
import { inPractice, isId } from "@/server/storage/db";

export const POST = route("POST /api/invitations", "people", async ({ access, body }) => ({
  path: await inPractice(access, (client) => invite(client, access, body)),
}));

/** Takes an open invitation back: ?id= */
export const DELETE = route("DELETE /api/invitations", "people", async ({ access, query }) => {
  const id = query.get("id") ?? "";
  if (!isId(id)) throw new Refused(404, "There is no such open invitation.");
  await inPractice(access, (client) => takeInvitationBack(client, access, id));
  return DONE;
});
