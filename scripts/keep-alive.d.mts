import type { ChildProcess } from "node:child_process";

export function keepAlive(
  name: string,
  start: () => ChildProcess,
  options: { onGivenUp: () => void; say?: (words: string) => void; withinMs?: number; firstPauseMs?: number },
): { stop: () => Promise<void> };
