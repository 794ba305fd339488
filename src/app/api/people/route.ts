import { inPractice } from "@/server/db";
import { changeMember, loadPeople, removeMember } from "@/server/people";
import { DONE, route } from "@/server/respond";

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
