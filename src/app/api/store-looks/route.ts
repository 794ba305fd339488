import { addDays, dayNumber } from "@/core/dates";
import { route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";
import { storeLooksDue } from "@/server/stores/stores";

/** Stores to look at by `?by=`, a week from today where it is no day. */
export const GET = route("GET /api/store-looks", "log", async ({ access, query }) => {
  const by = query.get("by");
  const day = dayNumber(by ?? undefined) === null ? addDays(access.today, 6) : (by as string);
  return { due: await inPractice(access, (client) => storeLooksDue(client, access, day)) };
});
