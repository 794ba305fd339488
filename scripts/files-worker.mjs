// Reads one file that somebody sent, in a thread of its own beside the server: see src/server/storage/file-queue.ts.

import { builtOrSource } from "./built-or-source.mjs";

const { readFile } = await builtOrSource("files.mjs", "src/server/import/read-file.ts");

export default ({ kind, bytes }) => readFile(kind, bytes);
