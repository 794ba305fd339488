import { inPractice } from "@/server/db";
import { splitField } from "@/server/field-descent";
import { route } from "@/server/respond";

/** Makes several fields of one. */
export const POST = route("POST /api/fields/split", "plan", async ({ access, body }) => ({
  ids: await inPractice(access, (client) => splitField(client, access, body)),
}));
