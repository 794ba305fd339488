import { changeRecord, retireRecord } from "@/server/records/keep-records";
import { kindNamed } from "@/server/records/kind-named";
import { recordChanges } from "@/server/records/record-changes";
import { json, route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";

/** Who changed the record, when, and from what to what. */
export const GET = route("GET /api/records/{kind}/{id}", "read", async ({ access, path }) => ({
  changes: await inPractice(access, (client) => recordChanges(client, access, kindNamed(path.kind), path.id ?? "")),
}));

export const PUT = route("PUT /api/records/{kind}/{id}", "plan", async ({ access, path, body }) => {
  const kind = kindNamed(path.kind);
  const result = await inPractice(access, (client) =>
    "values" in body
      ? changeRecord(client, access, kind, path.id ?? "", body.revision, body.values)
      : retireRecord(client, access, kind, path.id ?? "", body.revision, body.retired),
  );
  return result.saved ? result : json(result, 409);
});
