// Writes one document of an issued version, in a thread of its own beside the server: see src/server/document-queue.ts.

import fs from "node:fs";
import path from "node:path";

// what the build made of it is loaded in half the time
const built = path.resolve(import.meta.dirname, "..", ".next", "documents.mjs");
if (!fs.existsSync(built)) (await import("tsx/esm/api")).register();
const { writeDocument } = await import(fs.existsSync(built) ? built : "../src/server/documents/index.ts");

export default ({ file, source }) => writeDocument(file, source);
