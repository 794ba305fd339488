import { inPractice } from "@/server/db";
import { mergeFields } from "@/server/field-descent";
import { route } from "@/server/respond";

/** Makes one field of several. */
export const POST = route("POST /api/fields/merge", "plan", async ({ access, body }) => ({
  id: await inPractice(access, (client) => mergeFields(client, access, body)),
}));
