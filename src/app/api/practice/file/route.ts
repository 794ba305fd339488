import { Refused } from "@/server/access/access";
import { readPractice } from "@/server/practice-file/read-practice";
import { writePractice } from "@/server/practice-file/write-practice";
import { readBytes, route } from "@/server/respond";
import { inPractice } from "@/server/storage/db";
import { readSent } from "@/server/storage/file-queue";

/** The whole practice as one ZIP of open files. */
export const GET = route("GET /api/practice/file", "people", async ({ access }) => {
  const zip = await inPractice(access, (client) => writePractice(client, access));
  const name = access.practice.name.replace(/[^\w-]+/g, "-").replace(/^-+|-+$/g, "") || "practice";
  return new Response(Buffer.from(zip), {
    headers: {
      "content-type": "application/zip",
      "content-disposition": `attachment; filename="${name}-${access.today}.zip"`,
      "cache-control": "private, no-store",
    },
  });
});

/** Reads such a file into a practice that is empty. */
export const POST = route("POST /api/practice/file", "people", async ({ access, request }) => {
  const bytes = await readBytes(request, "application/zip");
  if (bytes.length === 0) throw new Refused(422, "No file came.");
  const { files } = await readSent("practice", bytes);
  return inPractice(access, (client) => readPractice(client, access, files));
});
