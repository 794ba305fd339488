/** The files of a practice's ZIP, as text. */

import { MOST_ENTRIES } from "../import/past-limit";
import { readZip } from "../import/zip-file";

/** Bytes that the files of a ZIP may have together, unpacked. */
const MOST_UNPACKED = 400_000_000;

/** Names of files that are read back. */
export const READ_BACK = /^[\w-]+\.(csv|json)$/;

/** By name. Throws PastLimit, and Error in words for what is no ZIP, and for text that is not UTF-8. */
export async function unpackPractice(bytes: Uint8Array): Promise<Map<string, string>> {
  const files = await readZip(bytes, (name) => READ_BACK.test(name), {
    mostBytes: MOST_UNPACKED,
    mostEntries: MOST_ENTRIES,
  }).catch((error: Error) => {
    throw error.name === "PastLimit" ? error : new Error("This is no ZIP, or a broken one.");
  });
  const decoder = new TextDecoder("utf-8", { fatal: true });
  return new Map(
    [...files].map(([name, data]) => {
      let text: string;
      try {
        text = decoder.decode(data);
      } catch {
        throw new Error(`${name} is not UTF-8.`);
      }
      if (text.includes("\u0000")) throw new Error(`${name}: it holds a character that is none (NUL).`);
      return [name, text];
    }),
  );
}
