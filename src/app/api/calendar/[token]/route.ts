import { json, respond } from "@/server/respond";
import { readFeed } from "@/server/season/feeds";

/** The calendar of a secret address, for calendar programs: no sign-in, nothing else of the practice. */
export function GET(_request: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> {
  return respond(async () => {
    const { token } = await params;
    const calendar = await readFeed(token.replace(/\.ics$/, ""));
    if (calendar === null) return json({ error: "There is no such calendar." }, 404);
    return new Response(calendar, {
      headers: {
        "content-type": "text/calendar; charset=utf-8",
        "cache-control": "private, no-store",
        "referrer-policy": "no-referrer",
        "x-robots-tag": "noindex",
      },
    });
  });
}
