import type { Values } from "@/core/records/values";

/** What a number may differ by when it was written in another unit and read again: in parts of it, or of 1. */
export const NOISE = 1e-5;

/** Whether two values say the same. Example: 20.32 and 20.320001 are alike, as are { n: 27, s: 4 } and { s: 4, n: 27 }. */
export function alike(a: unknown, b: unknown, noise: number): boolean {
  if (typeof a === "number" && typeof b === "number") return Math.abs(a - b) <= noise * Math.max(1, Math.abs(b));
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((v, i) => alike(v, b[i], noise));
  if (!a || !b || typeof a !== "object" || typeof b !== "object") return a === b;
  const keys = [...new Set([...Object.keys(a), ...Object.keys(b)])];
  return keys.every((key) => alike((a as Values)[key], (b as Values)[key], noise));
}
