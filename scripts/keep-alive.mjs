// Keeps a process alive: starts it again when it ends by itself, a while later each time, and gives up where it does not stay.

/** Ends within so long count against it [ms], and after so many of them it is given up. */
const WITHIN_MS = 60_000;
const MOST_ENDS = 5;
const FIRST_PAUSE_MS = 200;
/** What is told to end may take so long [ms]. */
const FINISH_MS = 8000;

/**
 * Starts a process and keeps it alive until it is stopped. `stop` tells it to end and waits until it has.
 *
 * @param {string} name for people
 * @param {() => import("node:child_process").ChildProcess} start
 * @param {{ onGivenUp: () => void, say?: (words: string) => void, withinMs?: number, firstPauseMs?: number }} options
 */
export function keepAlive(
  name,
  start,
  { onGivenUp, say = console.error, withinMs = WITHIN_MS, firstPauseMs = FIRST_PAUSE_MS },
) {
  let child = null;
  let stopped = false;
  let timer;
  const ends = [];
  const run = () => {
    child = start();
    let over = false;
    const ended = (how) => {
      if (over) return;
      over = true;
      child = null;
      if (stopped) return;
      const now = Date.now();
      ends.push(now);
      const lately = ends.filter((at) => now - at < withinMs).length;
      if (lately >= MOST_ENDS) {
        say(`${name} ended ${lately} times within ${withinMs / 1000} s (${how}): it is not started again`);
        onGivenUp();
        return;
      }
      say(`${name} ended (${how}): starting it again`);
      timer = setTimeout(run, firstPauseMs * 2 ** (lately - 1));
    };
    child.once("exit", (code, signal) => ended(signal ?? `code ${code}`));
    child.once("error", (error) => ended(error.message));
  };
  run();
  return {
    stop: () =>
      new Promise((resolve) => {
        stopped = true;
        clearTimeout(timer);
        if (!child) return resolve();
        const last = setTimeout(() => child?.kill("SIGKILL"), FINISH_MS);
        child.once("exit", () => {
          clearTimeout(last);
          resolve();
        });
        child.kill("SIGTERM");
      }),
  };
}
