import { json, respond } from "@/server/respond";
import { pool } from "@/server/storage/db";

export const dynamic = "force-dynamic";

export function GET(): Promise<Response> {
  return respond(async () => {
    await pool().query("select 1");
    return json({ ok: true });
  });
}
