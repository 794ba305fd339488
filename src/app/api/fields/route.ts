import { listFieldNames } from "@/server/land/fields";
import { route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

/** All fields by name, for the palette: fetched when it is opened rather than sent with every page. */
export const GET = route("GET /api/fields", "read", async ({ access }) => ({
  fields: await inPractice(access, (client) => listFieldNames(client, access)),
}));
