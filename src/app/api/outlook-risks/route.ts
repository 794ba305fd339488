import { route } from "@/server/respond";
import { loadOutlookRisks } from "@/server/season/outlook-risks";
import { inPractice } from "@/server/storage/db";

/** What the coming days let in, by farm. */
export const GET = route("GET /api/outlook-risks", "log", async ({ access }) => ({
  risks: await inPractice(access, (client) => loadOutlookRisks(client, access)),
}));
