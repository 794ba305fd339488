import { addRecord, recordList } from "@/server/records/keep-records";
import { kindNamed } from "@/server/records/kind-named";
import { route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

export const GET = route("GET /api/records/{kind}", "read", async ({ access, path, query }) => {
  const kind = kindNamed(path.kind);
  const [of] = [...query].map(([key, id]) => ({ key, id }));
  return inPractice(access, (client) => recordList(client, access, kind, of));
});

export const POST = route("POST /api/records/{kind}", "plan", async ({ access, path, body }) => {
  const kind = kindNamed(path.kind);
  return { id: await inPractice(access, (client) => addRecord(client, access, kind, body.id, body.values)) };
});
