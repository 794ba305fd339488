import { listImports, lookAtImport, sentTable, takeImport, undoImport } from "@/server/import/imports";
import { DONE, route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

export const GET = route("GET /api/imports", "plan", async ({ access }) => ({
  imports: await inPractice(access, (client) => listImports(client, access)),
}));

export const POST = route("POST /api/imports", "plan", async ({ access, body }) => {
  const table = await sentTable(body);
  return inPractice(access, async (client) =>
    body.look
      ? { looked: await lookAtImport(client, access, body, table) }
      : { taken: await takeImport(client, access, body, table) },
  );
});

/** Takes an import back: ?id= */
export const DELETE = route("DELETE /api/imports", "plan", async ({ access, query }) => {
  await inPractice(access, (client) => undoImport(client, access, query.get("id") ?? ""));
  return DONE;
});
