/** Packs a prop of a page into one text: the writing side of features/shared/packed. */

import zlib from "node:zlib";
import { DEFLATED, justPacked, type Packed } from "@/features/shared/packed";

/** Texts that are shorter cross as they are. */
const LONG = 3000;
/** Deflating harder costs more time than the bytes that it spares. */
const LEVEL = 2;
/** What many pages share: a few things for each of the pages that may be drawn at once in a process. */
const KEPT = 60;
/** What is of one page alone is at hand while that page is drawn [ms]; longer, and the collector takes it for something to keep. */
const MOMENT_MS = 200;

/** What a page is given, as a text that `unpack` reads; it is not to be changed afterwards. */
export function pack<T>(value: T): Packed<T> {
  const packed = textOf(value);
  if (atHand(packed, value)) setTimeout(() => justPacked().delete(packed), MOMENT_MS).unref();
  return packed;
}

function textOf<T>(value: T): Packed<T> {
  const json = JSON.stringify(value);
  return json.length < LONG
    ? (json as Packed<T>)
    : `${DEFLATED}${zlib.deflateRawSync(json, { level: LEVEL }).toString("base64")}`;
}

const packedBefore = new WeakMap<object, Packed<unknown>>();

/** The same of an object that stands in many pages and is not changed: it is packed once. */
export function packOnce<T extends object>(value: T): Packed<T> {
  const packed = (packedBefore.get(value) as Packed<T> | undefined) ?? textOf(value);
  packedBefore.set(value, packed);
  atHand(packed, value);
  return packed;
}

/** Has `unpack` find in this process what was deflated; false for a short text, which is read as quickly. */
function atHand<T>(packed: Packed<T>, value: T): boolean {
  if (!packed.startsWith(DEFLATED)) return false;
  const kept = justPacked();
  kept.delete(packed);
  kept.set(packed, value);
  if (kept.size > KEPT) kept.delete(kept.keys().next().value as string);
  return true;
}
