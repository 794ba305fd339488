/** Threads beside the server, of which each process has one for each kind of work: what is slow or dangerous is done there. */

import path from "node:path";
import { Piscina } from "piscina";

interface Kept {
  /** script of the thread, in scripts/ */
  script: string;
  /** what may wait for it */
  mostWaiting: number;
  /** heap of the thread [MB]; it ends where more is asked for */
  mostMb?: number;
}

/** A thread that has nothing to do ends after so long: it holds a second copy of what it works with [ms]. */
const IDLE_MS = 60_000;

const globals = globalThis as unknown as { wheatonomyThreads?: Map<string, Piscina> };

/** The thread of this process for some work, begun when it is first asked for. */
export function threadOf({ script, mostWaiting, mostMb }: Kept): Piscina {
  globals.wheatonomyThreads ??= new Map();
  const known = globals.wheatonomyThreads.get(script);
  if (known) return known;
  const begun = new Piscina({
    filename: path.join(process.cwd(), "scripts", script),
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: IDLE_MS,
    maxQueue: mostWaiting,
    niceIncrement: 10,
    ...(mostMb ? { resourceLimits: { maxOldGenerationSizeMb: mostMb } } : {}),
  });
  globals.wheatonomyThreads.set(script, begun);
  return begun;
}
