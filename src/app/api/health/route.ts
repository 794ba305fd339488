import { pool } from "@/server/db";
import { json, respond } from "@/server/respond";

export const dynamic = "force-dynamic";

export function GET(): Promise<Response> {
  return respond(async () => {
    await pool().query("select 1");
    return json({ ok: true });
  });
}
