import { inPractice } from "@/server/db";
import { outlineProgress } from "@/server/outlines";
import { route } from "@/server/respond";

/** How far the worker is with the outlines: a page that waits for some asks again until all are done. */
export const GET = route("GET /api/outlines", "log", ({ access, query }) =>
  inPractice(access, (client) => outlineProgress(client, access, query.get("basis") === "issued" ? "issued" : "draft")),
);
