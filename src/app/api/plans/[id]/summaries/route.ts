import { inPractice } from "@/server/db";
import { loadSummaries } from "@/server/plans";
import { route } from "@/server/respond";

export const GET = route("GET /api/plans/{id}/summaries", "read", async ({ access, path: { id = "" } }) => ({
  summaries: await inPractice(access, (client) => loadSummaries(client, access, id)),
}));
