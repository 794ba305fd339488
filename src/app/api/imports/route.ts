import { inPractice } from "@/server/db";
import { listImports, lookAtImport, takeImport, undoImport } from "@/server/import/imports";
import { DONE, route } from "@/server/respond";

export const GET = route("GET /api/imports", "plan", async ({ access }) => ({
  imports: await inPractice(access, (client) => listImports(client, access)),
}));

export const POST = route("POST /api/imports", "plan", ({ access, body }) =>
  inPractice(access, async (client) =>
    body.look
      ? { looked: await lookAtImport(client, access, body) }
      : { taken: await takeImport(client, access, body) },
  ),
);

/** Takes an import back: ?id= */
export const DELETE = route("DELETE /api/imports", "plan", async ({ access, query }) => {
  await inPractice(access, (client) => undoImport(client, access, query.get("id") ?? ""));
  return DONE;
});
