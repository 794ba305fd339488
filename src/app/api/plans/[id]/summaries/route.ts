import { loadSummaries } from "@/server/plans/plans";
import { route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

export const GET = route("GET /api/plans/{id}/summaries", "read", async ({ access, path: { id = "" } }) => ({
  summaries: await inPractice(access, (client) => loadSummaries(client, access, id)),
}));
