"use client";

import { useEffect, useState } from "react";
import type { Guide } from "@/core/guides/schema";
import { send } from "../shared/send";

/** The guide of a crop: the one that the page came with, or fetched when the plan's crop becomes another one. */
export function useGuide(id: string, first: Guide): { guide: Guide | null; problem: string | null } {
  const [known, setKnown] = useState<ReadonlyMap<string, Guide>>(() => new Map([[first.id, first]]));
  const [problem, setProblem] = useState<string | null>(null);
  const missing = !known.has(id);
  useEffect(() => {
    if (!missing) return;
    const stop = new AbortController();
    setProblem(null);
    void send("GET /api/guides/{id}", { path: { id }, signal: stop.signal }).then((reply) => {
      if (stop.signal.aborted) return;
      if (reply.ok) setKnown((all) => new Map(all).set(reply.value.guide.id, reply.value.guide));
      else setProblem(`The guide of this crop could not be fetched. ${reply.reason}`);
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
    void send("GET /api/guides", { query: { zone }, signal: stop.signal }).then((reply) => {
      if (stop.signal.aborted) return;
      setState(
        reply.ok
          ? { guides: reply.value.guides, problem: null }
          : { guides: null, problem: `Other crops' guides could not be fetched. ${reply.reason}` },
      );
    });
    return () => stop.abort();
  }, [zone]);
  return state;
}
