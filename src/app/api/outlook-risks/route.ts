import { inPractice } from "@/server/db";
import { loadOutlookRisks } from "@/server/outlook-risks";
import { route } from "@/server/respond";

/** What the coming days let in, by farm. */
export const GET = route("GET /api/outlook-risks", "log", async ({ access }) => ({
  risks: await inPractice(access, (client) => loadOutlookRisks(client, access)),
}));
