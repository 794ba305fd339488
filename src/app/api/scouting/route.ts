import { noteVisit, withdrawVisit } from "@/server/field-notes/scouting";
import { DONE, route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

/** Counts of one threat in one field on one day. */
export const POST = route("POST /api/scouting", "log", async ({ access, body }) => {
  await inPractice(access, (client) => noteVisit(client, access, body));
  return DONE;
});

export const DELETE = route("DELETE /api/scouting", "log", async ({ access, query }) => {
  await inPractice(access, (client) => withdrawVisit(client, access, query.get("id") ?? ""));
  return DONE;
});
