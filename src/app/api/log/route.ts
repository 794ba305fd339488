import { logOperation, withdrawLog } from "@/server/field-notes/log";
import { DONE, route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

export const POST = route("POST /api/log", "log", async ({ access, body }) => {
  await inPractice(access, (client) => logOperation(client, access, body));
  return DONE;
});

export const DELETE = route("DELETE /api/log", "log", async ({ access, query }) => {
  await inPractice(access, (client) =>
    withdrawLog(client, access, query.get("planId") ?? "", query.get("operationId") ?? ""),
  );
  return DONE;
});
