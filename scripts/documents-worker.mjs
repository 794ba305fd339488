// Writes one document of an issued version, in a thread of its own beside the server: see src/server/document-queue.ts.

import { register } from "tsx/esm/api";

register();
const { writeDocument } = await import("../src/server/documents/index.ts");

export default ({ file, source }) => writeDocument(file, source);
