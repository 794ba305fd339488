import { compareDrafts } from "@/server/plans/drafts";
import { copyDraft } from "@/server/plans/plantings";
import { route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

export const GET = route("GET /api/plans/{id}/drafts", "read", async ({ access, path: { id = "" } }) => ({
  drafts: await inPractice(access, (client) => compareDrafts(client, access, id)),
}));

export const POST = route("POST /api/plans/{id}/drafts", "plan", async ({ access, path: { id = "" } }) => ({
  id: await inPractice(access, (client) => copyDraft(client, access, id)),
}));
