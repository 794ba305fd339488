import { inPractice } from "@/server/db";
import { compareDrafts } from "@/server/drafts";
import { copyDraft } from "@/server/plantings";
import { route } from "@/server/respond";

export const GET = route("GET /api/plans/{id}/drafts", "read", async ({ access, path: { id = "" } }) => ({
  drafts: await inPractice(access, (client) => compareDrafts(client, access, id)),
}));

export const POST = route("POST /api/plans/{id}/drafts", "plan", async ({ access, path: { id = "" } }) => ({
  id: await inPractice(access, (client) => copyDraft(client, access, id)),
}));
