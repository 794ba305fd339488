import { observeStage, withdrawStage } from "@/server/field-notes/observations";
import { DONE, route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

export const POST = route("POST /api/stages", "log", async ({ access, body }) => {
  await inPractice(access, (client) => observeStage(client, access, body));
  return DONE;
});

export const DELETE = route("DELETE /api/stages", "log", async ({ access, query }) => {
  await inPractice(access, (client) =>
    withdrawStage(client, access, query.get("planId") ?? "", query.get("stageId") ?? ""),
  );
  return DONE;
});
