import { splitField } from "@/server/land/field-descent";
import { route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

/** Makes several fields of one. */
export const POST = route("POST /api/fields/split", "plan", async ({ access, body }) => ({
  ids: await inPractice(access, (client) => splitField(client, access, body)),
}));
