import { noteRipeness, withdrawRipeness } from "@/server/field-notes/ripeness";
import { DONE, route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

/** What was found of the signs of ripeness in one field on one day. */
export const POST = route("POST /api/ripeness", "log", async ({ access, body }) => {
  await inPractice(access, (client) => noteRipeness(client, access, body));
  return DONE;
});

export const DELETE = route("DELETE /api/ripeness", "log", async ({ access, query }) => {
  await inPractice(access, (client) => withdrawRipeness(client, access, query.get("id") ?? ""));
  return DONE;
});
