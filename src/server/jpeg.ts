/** JPEG files as they may be kept: nothing in them but the picture. */

const [START, SCAN, END] = [0xd8, 0xda, 0xd9];
const APP = { first: 0xe0, last: 0xef };
const COMMENT = 0xfe;

/**
 * A JPEG without what cameras write beside the picture: place, device, time, thumbnails, comments (segments APP1 to APP15 and COM); APP0
 * stays. Null where it is no JPEG. Source: ITU-T T.81, annex B.
 *
 * Example: of a phone's photo with a position the same picture without one.
 */
export function pictureOnly(bytes: Uint8Array): Uint8Array | null {
  if (bytes.length < 4 || bytes[0] !== 0xff || bytes[1] !== START) return null;
  const kept: Uint8Array[] = [bytes.subarray(0, 2)];
  let at = 2;
  while (at + 4 <= bytes.length) {
    if (bytes[at] !== 0xff) return null;
    const marker = bytes[at + 1] as number;
    // fill bytes before a marker
    if (marker === 0xff) {
      at += 1;
      continue;
    }
    const length = ((bytes[at + 2] as number) << 8) | (bytes[at + 3] as number);
    const end = at + 2 + length;
    if (length < 2 || end > bytes.length) return null;
    if (marker === SCAN) {
      const rest = bytes.subarray(at);
      // what stands behind the end of the picture is none of it
      const last = endOf(rest);
      if (last === null) return null;
      kept.push(rest.subarray(0, last));
      return joined(kept);
    }
    const beside = (marker > APP.first && marker <= APP.last) || marker === COMMENT;
    if (!beside) kept.push(bytes.subarray(at, end));
    at = end;
  }
  return null;
}

/** Place behind the last end marker; null where there is none. */
function endOf(scan: Uint8Array): number | null {
  for (let i = 2; i + 1 < scan.length; i++) if (scan[i] === 0xff && scan[i + 1] === END) return i + 2;
  return null;
}

function joined(parts: Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(parts.reduce((sum, p) => sum + p.length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}
