/** Documents are written in a thread beside the server, one after another, so that pages do not wait for them. */

import path from "node:path";
import { Piscina } from "piscina";
import { Busy } from "./access";
import type { WrittenDocument } from "./documents";
import type { DocumentSource } from "./documents/source";

/** Documents that may wait for the thread of a process. */
const MOST_WAITING = 40;
/** A thread that has nothing to do ends after so long: it holds a second copy of what writes documents [ms]. */
const IDLE_MS = 60_000;

const globals = globalThis as unknown as { wheatonomyDocuments?: Piscina };

function queue(): Piscina {
  globals.wheatonomyDocuments ??= new Piscina({
    filename: path.join(process.cwd(), "scripts", "documents-worker.mjs"),
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: IDLE_MS,
    maxQueue: MOST_WAITING,
    niceIncrement: 10,
  });
  return globals.wheatonomyDocuments;
}

/** Documents of this process that wait or are being written. */
export const documentsAhead = (): number => globals.wheatonomyDocuments?.queueSize ?? 0;

/** A document by its file name; null when there is none of that name. Throws Busy where too many wait. */
export async function queueDocument(file: string, source: DocumentSource): Promise<WrittenDocument | null> {
  if (documentsAhead() >= MOST_WAITING)
    throw new Busy(`${documentsAhead()} documents are being written before this one. Ask again in a moment.`);
  // as plain data: what a thread is given is copied
  return queue().run({ file, source: JSON.parse(JSON.stringify(source)) });
}
