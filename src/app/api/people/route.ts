import { changeMember, loadPeople, removeMember } from "@/server/access/people";
import { DONE, route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

export const GET = route("GET /api/people", "people", ({ access }) =>
  inPractice(access, (client) => loadPeople(client, access)),
);

export const PUT = route("PUT /api/people", "people", async ({ access, body }) => {
  await inPractice(access, (client) => changeMember(client, access, body));
  return DONE;
});

/** Ends a membership: ?userId= */
export const DELETE = route("DELETE /api/people", "people", async ({ access, query }) => {
  await inPractice(access, (client) => removeMember(client, access, query.get("userId") ?? ""));
  return DONE;
});
