import { Refused } from "@/server/access/access";
import { choosePractice } from "@/server/access/practice-choice";
import { practicesOf } from "@/server/access/practices";
import { json, route } from "@/server/respond";

/** Works in another practice that one belongs to, on this device. */
export const PUT = route("PUT /api/practice", "log", async ({ access, body }) => {
  const own = await practicesOf(access.userId);
  if (!own.some((p) => p.id === body.practiceId)) throw new Refused(404, "You belong to no such practice.");
  return json({ ok: true }, 200, { "set-cookie": choosePractice(body.practiceId) });
});
