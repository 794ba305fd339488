import { useEffect, useState } from "react";

/** After so long a page counts as at rest [ms]. */
const REST_MS = 3000;

/**
 * Fetches what a page opens later once it is at rest, so that it is there also when the network is not. What cannot be
 * fetched then is fetched when it is opened.
 */
export function useAtRest(...loads: (() => Promise<unknown>)[]): void {
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is fetched later never changes
  useEffect(() => {
    const later = setTimeout(() => {
      for (const load of loads) void load().catch(() => {});
    }, REST_MS);
    return () => clearTimeout(later);
  }, []);
}

/** Something that is fetched once the page is at rest; null until it is there. */
export function useLoadedAtRest<T>(load: () => Promise<T>): T | null {
  const [loaded, setLoaded] = useState<T | null>(null);
  useAtRest(() => load().then((found) => setLoaded(() => found)));
  return loaded;
}
