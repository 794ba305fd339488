/** Packs a prop of a page into one text: the writing side of features/shared/packed. */

import zlib from "node:zlib";
import { DEFLATED, justPacked, type Packed } from "@/features/shared/packed";

/** Texts that are shorter cross as they are. */
const LONG = 3000;
/** Deflating harder costs more time than the bytes that it spares. */
const LEVEL = 2;
/** A few for each of the pages that may be drawn at once in a process. */
const KEPT = 60;

/** What a page is given, as a text that `unpack` reads; it is not to be changed afterwards. */
export function pack<T>(value: T): Packed<T> {
  const json = JSON.stringify(value);
  if (json.length < LONG) return json as Packed<T>;
  const packed: Packed<T> = `${DEFLATED}${zlib.deflateRawSync(json, { level: LEVEL }).toString("base64")}`;
  atHand(packed, value);
  return packed;
}

const packedBefore = new WeakMap<object, Packed<unknown>>();

/** The same of an object that stands in many pages and is not changed: it is packed once. */
export function packOnce<T extends object>(value: T): Packed<T> {
  const before = packedBefore.get(value) as Packed<T> | undefined;
  if (before === undefined) {
    const packed = pack(value);
    packedBefore.set(value, packed);
    return packed;
  }
  if (before.startsWith(DEFLATED)) atHand(before, value);
  return before;
}

/** Has `unpack` find in this process, for a moment, what was packed. */
export function atHand<T>(packed: Packed<T>, value: T): void {
  const kept = justPacked();
  kept.delete(packed);
  kept.set(packed, value);
  if (kept.size > KEPT) kept.delete(kept.keys().next().value as string);
}
