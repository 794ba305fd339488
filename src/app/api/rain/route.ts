import { noteRain, withdrawRain } from "@/server/field-notes/field-rain";
import { DONE, route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

/** Rain of a day in a field's own gauge. */
export const POST = route("POST /api/rain", "log", async ({ access, body }) => {
  await inPractice(access, (client) => noteRain(client, access, body));
  return DONE;
});

export const DELETE = route("DELETE /api/rain", "log", async ({ access, query }) => {
  await inPractice(access, (client) =>
    withdrawRain(client, access, query.get("fieldId") ?? "", query.get("day") ?? ""),
  );
  return DONE;
});
