/** What is read of files that people send, in a thread of its own: see file-queue.ts. */

import { unpackPractice } from "../practice-file/unpack";
import { readTableFile, type TableFile } from "./table-file";
import { type ReadFile, readWeatherFile } from "./weather-file";

export interface FileReaders {
  table: TableFile;
  weather: ReadFile;
  practice: { ok: true; files: Map<string, string> } | { ok: false; message: string };
}
export type FileKind = keyof FileReaders;

const READERS: { [K in FileKind]: (bytes: Uint8Array) => Promise<FileReaders[K]> } = {
  table: readTableFile,
  weather: async (bytes) => readWeatherFile(bytes),
  practice: async (bytes) => ({ ok: true, files: await unpackPractice(bytes) }),
};

/** A file as what it is said to be; what cannot be read, or is more than is taken, says so. */
export async function readFile<K extends FileKind>(
  kind: K,
  bytes: Uint8Array,
): Promise<FileReaders[K] | { ok: false; message: string }> {
  try {
    return await READERS[kind](bytes);
  } catch (error) {
    return { ok: false, message: error instanceof Error ? error.message.slice(0, 300) : "The file cannot be read." };
  }
}
