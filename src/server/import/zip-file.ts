/** Files of a ZIP, inflated no further than is allowed; what its list says of sizes is checked against what comes out. */

import { buffer } from "node:stream/consumers";
import yauzl from "yauzl";
import { PastLimit } from "./past-limit";

interface ZipLimits {
  /** of all that is taken, inflated [bytes] */
  mostBytes: number;
  mostEntries: number;
}

/**
 * The files that are wanted, by name. Throws PastLimit by the limit that is passed, and Error for what is no ZIP, or one whose
 * sizes are not those that it says.
 *
 * Example: readZip(bytes, (name) => name.endsWith(".csv"), { mostBytes: 1e6, mostEntries: 10 }).
 */
export async function readZip(
  bytes: Uint8Array,
  wanted: (name: string) => boolean,
  { mostBytes, mostEntries }: ZipLimits,
): Promise<Map<string, Uint8Array>> {
  const files = new Map<string, Uint8Array>();
  const zip = await new Promise<yauzl.ZipFile>((resolve, reject) =>
    yauzl.fromBuffer(Buffer.from(bytes), { lazyEntries: true }, (error, file) =>
      error ? reject(error) : resolve(file),
    ),
  );
  if (zip.entryCount > mostEntries) throw new PastLimit("files in the ZIP", zip.entryCount, mostEntries);
  let total = 0;
  return new Promise((resolve, reject) => {
    zip.on("error", reject);
    zip.on("end", () => resolve(files));
    zip.on("entry", (entry: yauzl.Entry) => {
      if (!wanted(entry.fileName)) {
        zip.readEntry();
        return;
      }
      total += entry.uncompressedSize;
      if (total > mostBytes) {
        reject(new PastLimit("bytes, unpacked", total, mostBytes));
        return;
      }
      // more, or less, than the list says ends in an error: what is counted above is what comes
      zip.openReadStream(entry, (error, stream) => {
        if (error) reject(error);
        else
          buffer(stream).then((data) => {
            files.set(entry.fileName, data);
            zip.readEntry();
          }, reject);
      });
    });
    zip.readEntry();
  });
}
