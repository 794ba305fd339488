import { inPractice } from "@/server/db";
import { route } from "@/server/respond";
import { walkOf } from "@/server/scouting";

/** Where to walk on a plan's field, with `?places=` of them. */
export const GET = route("GET /api/plans/{id}/walk", "log", async ({ access, path, query }) => ({
  walk: await inPractice(access, (client) => walkOf(client, access, path.id ?? "", Number(query.get("places") ?? 10))),
}));
