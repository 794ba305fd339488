// Writes one document of an issued version, in a thread of its own beside the server: see src/server/storage/document-queue.ts.

import { builtOrSource } from "./built-or-source.mjs";

const { writeDocument } = await builtOrSource("documents.mjs", "src/server/documents/index.ts");

export default ({ file, source }) => writeDocument(file, source);
