import { loadPhoto } from "@/server/field-notes/scouting";
import { route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

/** The picture itself. */
export const GET = route("GET /api/scouting/photos/{id}", "log", async ({ access, path }) => {
  const jpeg = await inPractice(access, (client) => loadPhoto(client, access, path.id ?? ""));
  return new Response(new Uint8Array(jpeg), {
    headers: { "content-type": "image/jpeg", "cache-control": "private, max-age=3600" },
  });
});
