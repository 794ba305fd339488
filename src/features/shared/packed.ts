/**
 * A prop of thousands of leaves as one text. React writes each leaf of an object that crosses from the server on its own,
 * and reads each again, twice; a text is one leaf. Long texts are deflated: the page carries them twice escaped else, and
 * is three times as long. `pack` of the server writes them.
 */

import { inflateSync, strFromU8 } from "fflate";

export type Packed<T> = string & { readonly of?: T };

/** Begins a text that is deflated and in base64; JSON begins with none such. */
export const DEFLATED = "~";

/** Where the server keeps for a moment what it packed, so that drawing the same page does not read it again. */
const JUST_PACKED = Symbol.for("wheatonomy.just-packed");
export const justPacked = (): Map<string, unknown> => {
  const holder = globalThis as unknown as Record<symbol, Map<string, unknown> | undefined>;
  holder[JUST_PACKED] ??= new Map();
  return holder[JUST_PACKED];
};

/** What was packed. On the server it may be the very object: it is not to be changed. */
export function unpack<T>(packed: Packed<T>): T {
  if (!packed.startsWith(DEFLATED)) return JSON.parse(packed) as T;
  const kept = typeof window === "undefined" ? justPacked().get(packed) : undefined;
  return (kept ?? JSON.parse(strFromU8(inflateSync(bytesOf(packed.slice(DEFLATED.length)))))) as T;
}

function bytesOf(base64: string): Uint8Array {
  const binary = atob(base64);
  const bytes = new Uint8Array(binary.length);
  for (let i = 0; i < binary.length; i++) bytes[i] = binary.charCodeAt(i);
  return bytes;
}
