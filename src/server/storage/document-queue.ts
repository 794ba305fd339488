/** Documents are written in a thread beside the server, one after another, so that pages do not wait for them. */

import { Busy } from "../access/access";
import type { WrittenDocument } from "../documents";
import type { DocumentSource } from "../documents/source";
import { threadOf } from "./threads";

/** Documents that may wait for the thread of a process. */
const MOST_WAITING = 40;

const thread = () => threadOf({ script: "documents-worker.mjs", mostWaiting: MOST_WAITING });

/** Documents of this process that wait or are being written. */
const documentsAhead = (): number => thread().queueSize;

/** A document by its file name; null when there is none of that name. Throws Busy where too many wait. */
export async function queueDocument(file: string, source: DocumentSource): Promise<WrittenDocument | null> {
  if (documentsAhead() >= MOST_WAITING)
    throw new Busy(`${documentsAhead()} documents are being written before this one. Ask again in a moment.`);
  // as plain data: what a thread is given is copied
  return thread().run({ file, source: JSON.parse(JSON.stringify(source)) });
}
