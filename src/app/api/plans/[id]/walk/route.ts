import { walkOf } from "@/server/field-notes/scouting";
import { route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

/** Where to walk on a plan's field, with `?places=` of them. */
export const GET = route("GET /api/plans/{id}/walk", "log", async ({ access, path, query }) => ({
  walk: await inPractice(access, (client) => walkOf(client, access, path.id ?? "", Number(query.get("places") ?? 10))),
}));
