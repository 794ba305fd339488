import { outlineProgress } from "@/server/plans/outlines";
import { route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

/** How far the worker is with the outlines: a page that waits for some asks again until all are done. */
export const GET = route("GET /api/outlines", "log", ({ access, query }) =>
  inPractice(access, (client) => outlineProgress(client, access, query.get("basis") === "issued" ? "issued" : "draft")),
);
