/** Files that people send are read in a thread beside the server, with a limit of memory and time: one that cannot be borne ends it alone. */

import { Busy, Refused } from "../access/access";
import type { FileKind, FileReaders } from "../import/read-file";
import { threadOf } from "./threads";

/** Files that may wait for the thread of a process. */
const MOST_WAITING = 8;
/** What reading a file may take: the largest that is taken needs a tenth [MB, ms]. */
const MOST_MB = 600;
const MOST_MS = 20_000;

/**
 * A file as what it is said to be. Throws Refused with what is wrong with it, and with the limit where reading it asks for more
 * memory or time than there is; Busy where too many wait.
 *
 * Example: await readSent("table", bytes) has header and rows.
 */
export async function readSent<K extends FileKind>(
  kind: K,
  bytes: Uint8Array,
): Promise<Extract<FileReaders[K], { ok: true }>> {
  const thread = threadOf({ script: "files-worker.mjs", mostWaiting: MOST_WAITING, mostMb: MOST_MB });
  if (thread.queueSize >= MOST_WAITING)
    throw new Busy(`${thread.queueSize} files are being read before this one. Ask again in a moment.`);
  const read: FileReaders[K] | { ok: false; message: string } = await thread
    .run({ kind, bytes }, { signal: AbortSignal.timeout(MOST_MS) })
    .catch((error: Error & { code?: string }) => {
      if (error.name === "AbortError" || error.name === "TimeoutError")
        throw new Refused(413, `Reading the file took longer than ${MOST_MS / 1000} s. Split it, or write it again.`);
      if (error.code === "ERR_WORKER_OUT_OF_MEMORY")
        throw new Refused(
          413,
          `Reading the file asks for more than ${MOST_MB} MB of memory. Split it, or write it again.`,
        );
      throw error;
    });
  if (!read.ok) throw new Refused(422, read.message);
  return read as Extract<FileReaders[K], { ok: true }>;
}
