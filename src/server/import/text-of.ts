/** The text of a file's bytes: UTF-8 or nothing, and why not. */

/** Refuses an empty file, one that is too long, another encoding (with the line of its first bad byte), zero bytes. */
export function textOf(
  bytes: Uint8Array,
  mostBytes: number,
  advice = "",
): { ok: true; text: string } | { ok: false; message: string } {
  if (bytes.length === 0) return { ok: false, message: "The file is empty." };
  if (bytes.length > mostBytes)
    return { ok: false, message: `The file has ${bytes.length} bytes; allowed are ${mostBytes}. ${advice}`.trim() };
  if ((bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff))
    return { ok: false, message: "The file is written in UTF-16. Save it again as CSV in UTF-8." };
  const end = firstBadByte(bytes);
  if (end !== null) {
    const line = bytes.subarray(0, end).reduce((n, b) => n + (b === 10 ? 1 : 0), 1);
    return {
      ok: false,
      message: `The file is not written in UTF-8: line ${line} holds the byte ${(bytes[end] as number).toString(16).toUpperCase()}. Save it again as CSV in UTF-8.`,
    };
  }
  const text = new TextDecoder("utf-8").decode(bytes);
  if (text.includes("\0"))
    return { ok: false, message: "The file holds zero bytes: it is no text, or its encoding is not UTF-8." };
  return { ok: true, text };
}

/** Position of the first byte that is no UTF-8; null where all are. */
function firstBadByte(bytes: Uint8Array): number | null {
  try {
    new TextDecoder("utf-8", { fatal: true }).decode(bytes);
    return null;
  } catch {
    let good = 0;
    let bad = bytes.length;
    // the longest sound beginning, by halving; a cut inside a letter counts as sound up to three bytes short
    while (bad - good > 1) {
      const middle = (good + bad) >> 1;
      if (isSound(bytes.subarray(0, middle))) good = middle;
      else bad = middle;
    }
    return Math.min(good, bytes.length - 1);
  }
}

function isSound(bytes: Uint8Array): boolean {
  try {
    new TextDecoder("utf-8", { fatal: true }).decode(bytes, { stream: true });
    return true;
  } catch {
    return false;
  }
}
