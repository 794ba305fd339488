/** Nearest-rank percentile of sorted values. Example: the 50th of 4 values is the second. */
export function percentile(sorted: ArrayLike<number>, pct: number): number {
  return sorted[Math.max(0, Math.ceil((pct / 100) * sorted.length) - 1)] as number;
}
