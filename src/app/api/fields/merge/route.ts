import { mergeFields } from "@/server/land/field-descent";
import { route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

/** Makes one field of several. */
export const POST = route("POST /api/fields/merge", "plan", async ({ access, body }) => ({
  id: await inPractice(access, (client) => mergeFields(client, access, body)),
}));
