"use client";

import { useEffect, useState } from "react";
import type { Guide } from "@/core/guides/schema";

/** The guide of a crop: the one that the page came with, or fetched when the plan's crop becomes another one. */
export function useGuide(id: string, first: Guide): { guide: Guide | null; problem: string | null } {
  const [known, setKnown] = useState<ReadonlyMap<string, Guide>>(() => new Map([[first.id, first]]));
  const [problem, setProblem] = useState<string | null>(null);
  const missing = !known.has(id);
  useEffect(() => {
    if (!missing) return;
    const stop = new AbortController();
    setProblem(null);
    fetchJson<{ guide: Guide }>(`/api/guides/${encodeURIComponent(id)}`, stop.signal)
      .then(({ guide }) => setKnown((all) => new Map(all).set(guide.id, guide)))
      .catch((error: Error) => {
        if (!stop.signal.aborted) setProblem(`The guide of this crop could not be fetched: ${error.message}`);
      });
    return () => stop.abort();
  }, [id, missing]);
  return { guide: known.get(id) ?? null, problem };
}

/** Guides of all crops that are sown in a zone, fetched when they are first asked for. */
export function useGuidesOfZone(zone: string): { guides: Guide[] | null; problem: string | null } {
  const [state, setState] = useState<{ guides: Guide[] | null; problem: string | null }>({
    guides: null,
    problem: null,
  });
  useEffect(() => {
    const stop = new AbortController();
    fetchJson<{ guides: Guide[] }>(`/api/guides?zone=${encodeURIComponent(zone)}`, stop.signal)
      .then(({ guides }) => setState({ guides, problem: null }))
      .catch((error: Error) => {
        if (!stop.signal.aborted)
          setState({ guides: null, problem: `Other crops' guides could not be fetched: ${error.message}` });
      });
    return () => stop.abort();
  }, [zone]);
  return state;
}

async function fetchJson<T>(path: string, signal: AbortSignal): Promise<T> {
  const response = await fetch(path, { signal });
  const body = await response.json();
  if (!response.ok) throw new Error(body.error ?? "the server refused");
  return body as T;
}
